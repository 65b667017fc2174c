import { analyse, classOf, type Formula } from '@fellmist/core';
import { yieldCheck } from '@fellmist/core/bake';
import Papa from 'papaparse';
import { readBake, readBakes } from '../store/bakes';
import { foldedBake } from '../store/foldedBake';
import { type LarderStore } from '../store/larderStore';
import { readStock } from '../store/stock';
import { triesOf, worksheetOf } from '../store/formulas';
import { type Written } from './recipes';

type Row = Readonly<Record<string, string | number>>;

/** With a mark of its encoding first, so that spreadsheets read it as UTF-8; what looks like a formula of theirs is made text. */
function csv(fields: readonly string[], data: readonly Row[]): string {
  return `\ufeff${Papa.unparse({ fields: [...fields], data: [...data] }, { escapeFormulae: true, newline: '\n' })}\n`;
}

const lined = ({ parts }: Formula): string => parts.flatMap(({ heading, lines }) => [...(heading === '' ? [] : [`${heading}:`]), ...lines.map(({ text }) => text)]).join('\n');
const given = (amount: number | undefined, digits: number): number | string => (amount === undefined ? '' : Number(amount.toFixed(digits)));

const RECIPE = ['ingredients', 'method', 'notes'];
const FIGURES = ['kcal a portion', 'protein g', 'fat g', 'carbohydrate g', 'net carbs g', 'fibre g', 'salt g', 'portion g'];

function recipe(formula: Formula): Row {
  return { ingredients: lined(formula), method: formula.method.join('\n'), notes: formula.notes.join('\n') };
}

/** The formulas of the shelf: what they are, hold and are made of. Figures with gaps are left empty: a table has no "at least". */
export function formulasCsv(all: readonly Written[], { larder, contents }: LarderStore): string {
  const rows = all.map(({ id, formula }): Row => {
    const { portion, portionMassG } = analyse(formula, larder, contents, contents.settings.settings).views;
    const figure = (key: 'energyKcal' | 'proteinG' | 'fatG' | 'carbohydrateG' | 'netCarbG' | 'fibreG' | 'saltG', digits: number): number | string =>
      portion[key].gaps.length > 0 ? '' : given(portion[key].amount, digits);
    return {
      id,
      title: formula.title,
      kind: classOf(formula, contents)?.id ?? '',
      portions: formula.portions,
      'portion word': formula.portionWord,
      'kcal a portion': figure('energyKcal', 0),
      'protein g': figure('proteinG', 1),
      'fat g': figure('fatG', 1),
      'carbohydrate g': figure('carbohydrateG', 1),
      'net carbs g': figure('netCarbG', 1),
      'fibre g': figure('fibreG', 1),
      'salt g': figure('saltG', 2),
      'portion g': given(portionMassG, 0),
      ...recipe(formula),
    };
  });
  return csv(['id', 'title', 'kind', 'portions', 'portion word', ...FIGURES, ...RECIPE], rows);
}

/** Every save of every formula, the first first. */
export function triesCsv(all: readonly Written[], { db }: LarderStore): string {
  const rows = all.flatMap(({ id, formula }) =>
    triesOf(db, id).flatMap((head): readonly Row[] => {
      const read = worksheetOf(db, head.id);
      return read.ok ? [{ 'formula id': id, formula: formula.title, try: head.number, label: head.label, saved: head.createdAt, ...recipe(read.document.rebuild) }] : [];
    }),
  );
  return csv(['formula id', 'formula', 'try', 'label', 'saved', ...RECIPE], rows);
}

/** Every bake that is on the list, as it was poured. */
export function bakesCsv({ db, larder, contents }: LarderStore): string {
  const rows = readBakes(db).flatMap(({ id, begunAt, isFinished }): readonly Row[] => {
    const stored = readBake(db, id);
    if (!stored) return [];
    const bake = foldedBake(stored, larder, contents.settings.settings);
    return [
      {
        id,
        formula: stored.formula.title,
        try: stored.tryNumber,
        begun: begunAt,
        made: bake.madeAt ?? '',
        finished: isFinished ? 'yes' : '',
        times: given(bake.factor, 4),
        'yield g': given(bake.yield?.massG, 1),
        'lost %': given((yieldCheck(bake, classOf(bake.real, contents))?.lossShare ?? Number.NaN) * 100 || undefined, 1),
        portions: bake.real.portions,
        poured: lined(bake.real),
        notes: bake.notes.map(({ text }) => text).join('\n'),
      },
    ];
  });
  return csv(['id', 'formula', 'try', 'begun', 'made', 'finished', 'times', 'yield g', 'lost %', 'portions', 'poured', 'notes'], rows);
}

/** Everything that is in stock: what is left of packs, and left-overs of none. */
export function stockCsv({ db, larder }: LarderStore): string {
  const rows = readStock(db).map(({ item }): Row => {
    const food = larder.foods.get(item.foodId);
    return {
      id: item.id,
      'food id': item.foodId,
      food: food?.name ?? '',
      'left g': item.leftG,
      opened: item.openedOn ?? '',
      'best before': item.bestBefore ?? '',
      from: item.origin,
      note: item.note,
    };
  });
  return csv(['id', 'food id', 'food', 'left g', 'opened', 'best before', 'from', 'note'], rows);
}
