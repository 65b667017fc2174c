import { type Problem, type RecipesRead, type RecipesTaken, type ShelfPage } from '@fellmist/contract';
import { allLines, readDocument } from '@fellmist/core';
import Papa from 'papaparse';
import request from 'supertest';
import { testHousehold } from './household';

const { app, larder, local, close } = testHousehold();
afterAll(close);

const read = (body: string | Buffer, name: string) => local(request(app).post('/api/recipes')).query({ name }).type('application/octet-stream').send(Buffer.from(body));
const recipes = async (body: string | Buffer, name: string): Promise<RecipesRead> => (await read(body, name)).body as RecipesRead;
const get = async (path: string): Promise<string> => (await local(request(app).get(path))).text;
const rows = (text: string) => Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), { header: true, skipEmptyLines: true }).data;

const LD = (name: string, more = ''): string =>
  `{"@context":"https://schema.org","@type":"Recipe","name":"${name}","recipeYield":"8 slices","recipeIngredient":["200 g plain flour","2 eggs"${more}]}`;

// schema.org Recipe in JSON-LD, in a @graph, and as microdata (HTML Living Standard, 5), as sites write them.
const PAGE_LD = `<!doctype html><html><head><script>alert(1)</script><script type="application/ld+json">{"@context":"https://schema.org","@graph":[{"@type":"WebSite","name":"A page"},${LD('Plum loaf')}]}</script></head><body><h1>Plum loaf</h1></body></html>`;
const PAGE_MICRO = `<html><body><div itemscope itemtype="http://schema.org/Recipe"><h1 itemprop="name">Pear &amp; oat slice</h1>
  <meta itemprop="recipeYield" content="12 slices"><ul><li itemprop="recipeIngredient"><span>150 g</span> rolled oats</li><li itemprop="recipeIngredient">90 g butter</li></ul>
  <div itemprop="recipeInstructions"><ol><li>Melt the butter.</li><li>Stir in the oats<script>alert(2)</script>.</li></ol></div></div></body></html>`;

describe('recipes in', () => {
  test.each([
    ['a list of JSON-LD', `[${LD('One')},${LD('Two', ',"100 g sugar"')}]`, 'all.json', ['One 2', 'Two 3']],
    ['a saved page with JSON-LD', PAGE_LD, 'page.html', ['Plum loaf 2']],
    ['a saved page with microdata', PAGE_MICRO, 'page.htm', ['Pear & oat slice 2']],
    ['Markdown', '# Buns\n\nMakes 6 buns\n\n- 300 g plain flour\n- 7 g dried yeast\n\n# Oat cakes\n\nMakes 10\n\n- 200 g oat flour\n', 'book.md', ['Buns 2', 'Oat cakes 1']],
    ['text with rules between', 'Buns\nMakes 6\n300 g plain flour\n-----\nPie\nServes 4\n250 g plain flour\n120 g butter\n', 'two.txt', ['Buns 1', 'Pie 2']],
    [
      'a CSV table',
      'Title,Servings,Ingredients,Method\n"Rye, dark",8,"300 g rye flour; 200 ml water","Mix; bake"\nTart,6,"200 g plain flour\n100 g butter",\n,4,"1 egg",\n',
      'r.csv',
      ['Rye, dark 2', 'Tart 2'],
    ],
    ['what an older program wrote', Buffer.from('Cr\xeape\nMakes 8\n250 g plain flour\n', 'latin1'), 'old.txt', ['Crêpe 1']],
  ])('from %s', async (_what, body, name, expected) => {
    const { recipes: found } = await recipes(body, name);
    expect(found.map(({ title, lines }) => `${title} ${lines}`)).toEqual(expected);
    expect(found.every(({ portions, error }) => portions > 1 && error === undefined)).toBe(true);
  });

  test('chosen ones go on the shelf, all of them or none; what cannot be read is said and cannot be chosen', async () => {
    const answer = await recipes(`[${LD('Kept')},{"@type":"Recipe","name":"Bare"},${LD('Left')}]`, 'x.json');
    expect(answer.recipes.map(({ title, error }) => [title.slice(0, 4), error !== undefined])).toEqual([
      ['Kept', false],
      [expect.any(String), true],
      ['Left', false],
    ]);
    const taken = (await local(request(app).post(`/api/recipes/${answer.id}/take`)).send({ which: [0, 1, 1] })).body as RecipesTaken;
    expect(taken.ids).toHaveLength(1);
    const shelf = JSON.parse(await get('/api/formulas')) as ShelfPage;
    expect(shelf.entries.map(({ title }) => title)).toEqual(['Kept']);
    expect((await local(request(app).post(`/api/recipes/${answer.id}/take`)).send({ which: [0] })).status).toBe(404);
    expect((await recipes(LD('kept'), 'x.json')).recipes[0]?.isHere).toBe(true);
  });

  test('nothing, no recipe and the worst of pages are refused in words, soon', async () => {
    for (const [body, name] of [
      ['', 'x.txt'],
      ['<html><body>no recipe</body></html>', 'x.html'],
      [`<html>${'<div itemscope>'.repeat(60_000)}`, 'deep.html'],
      ['a,b\n1,2\n', 'x.csv'],
    ] as const) {
      const answer = await read(body, name);
      expect([name, answer.status, (JSON.parse(answer.text) as Problem).detail.length > 20]).toEqual([name, 422, true]);
    }
    const deep = await recipes(`${'['.repeat(50_000)}${']'.repeat(50_000)}`, 'deep.json');
    expect(deep.recipes[0]?.error).toContain('nested deeper');
  });
});

describe('formulas out', () => {
  beforeAll(async () => {
    const { id } = await recipes(`[${LD('Zest loaf', ',"=1+1 g <b>odd</b> spice"')}]`, 'x.json');
    await local(request(app).post(`/api/recipes/${id}/take`)).send({ which: [0] });
  });

  test('Markdown and JSON-LD read back as the same lines', async () => {
    const markdown = await recipes(await get('/api/formulas.md'), 'all.md');
    const linked = await recipes(await get('/api/formulas.jsonld'), 'all.jsonld');
    for (const { recipes: back } of [markdown, linked])
      expect(back.map(({ title, portions, portionWord, lines }) => [title, portions, portionWord, lines])).toEqual([
        ['Kept', 8, 'slice', 2],
        ['Zest loaf', 8, 'slice', 3],
      ]);
    const [kept] = (await get('/api/formulas.md')).split(/^(?=# )/m);
    const again = readDocument(kept ?? '', larder, 'us');
    expect(again.ok && allLines(again.formula).map(({ text, massG }) => [text.replace(/^- /, ''), massG])).toEqual([
      ['200 g plain flour', 200],
      ['2 eggs', expect.any(Number)],
    ]);
  });

  test('tables and the page to print hold a line as text, whatever it looks like', async () => {
    const [, zest] = rows(await get('/api/formulas.csv'));
    expect([zest?.['title'], zest?.['ingredients']?.split('\n').at(-1)]).toEqual(['Zest loaf', '=1+1 g <b>odd</b> spice']);
    expect(rows(await get('/api/tries.csv')).map((row) => [row['formula'], row['try']])).toEqual([
      ['Kept', '1'],
      ['Zest loaf', '1'],
    ]);
    expect(await get('/api/bakes.csv')).toContain('yield g');
    const page = await local(request(app).get('/api/formulas.html'));
    expect(page.text).toContain('=1+1 g &lt;b&gt;odd&lt;/b&gt; spice');
    expect(page.text).not.toContain('<b>odd');
    expect(page.headers['content-security-policy']).toContain(/nonce="([^"]+)"/.exec(page.text)?.[1]);
    expect(rows(await get('/api/formulas.csv?ids=')).length + rows(await get('/api/formulas.csv?ids=none')).length).toBe(0);
  });
});
