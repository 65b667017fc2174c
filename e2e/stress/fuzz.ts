import { randomUUID } from 'node:crypto';
import * as fc from 'fast-check';

/** Every address of the interface, with what stands in it for a name. */
const ROUTES: readonly (readonly [method: string, path: string])[] = [
  ...[
    '/larder',
    '/foods',
    '/formulas',
    '/bakes',
    '/book',
    '/plans',
    '/week',
    '/kept',
    '/shopping',
    '/use-up',
    '/bought',
    '/find',
    '/settings',
    '/removed',
    '/timers',
    '/oven',
    '/vessels',
    '/copies',
    '/share',
    '/health',
    '/devices/labels/{id}',
    '/formulas.csv',
    '/formulas.html',
    '/imports/reading/{id}',
  ].map((path) => ['GET', path] as const),
  ['GET', '/formulas/{id}'],
  ['GET', '/formulas/{id}/tries/{id}'],
  ['GET', '/formulas/{id}/recipe.jsonld'],
  ['GET', '/formulas/{id}/picture'],
  ['GET', '/bakes/{id}'],
  ['GET', '/copies/{id}'],
  ['GET', '/packs/{id}/history'],
  ['POST', '/formulas'],
  ['PUT', '/formulas/{id}'],
  ['PUT', '/formulas/{id}/tries/{id}/name'],
  ['PUT', '/formulas/{id}/picture'],
  ['POST', '/formulas/{id}/restore'],
  ['POST', '/foods/match'],
  ['PUT', '/packs/{id}'],
  ['PUT', '/stock/{id}'],
  ['PUT', '/settings'],
  ['POST', '/bakes'],
  ['POST', '/bakes/{id}/events'],
  ['POST', '/bakes/{id}/eaten'],
  ['POST', '/bakes/{id}/timers'],
  ['PUT', '/vessels/{id}'],
  ['POST', '/plans'],
  ['PATCH', '/plans/{id}'],
  ['PUT', '/bought/{id}'],
  ['PUT', '/shopping/ticks'],
  ['POST', '/imports'],
  ['POST', '/recipes'],
  ['POST', '/recipes/{id}/take'],
  ['POST', '/copies/look'],
  ['POST', '/copies/restore'],
  ['POST', '/copies/from-file'],
  ['PUT', '/book/tastings/{id}'],
  ['POST', '/session'],
  ['DELETE', '/packs/{id}'],
  ['DELETE', '/stock/{id}'],
  ['DELETE', '/bakes/{id}'],
  ['DELETE', '/vessels/{id}'],
];

const NAMES = ['', '..', '%2e%2e%2fetc', '0', '-1', "' OR 1=1 --", 'a'.repeat(300), '<script>', '\u0000', '💥', 'fellmist-daily-20261127T000000Z.db'];
const KEYS = [
  'id',
  'tryId',
  'worksheet',
  'label',
  'planned',
  'kind',
  'massG',
  'plan',
  'treats',
  'serveAt',
  'pack',
  'isOn',
  'which',
  'of',
  'name',
  'rebuild',
  'parts',
  '__proto__',
  'constructor',
];

const value = fc.letrec((tie) => ({
  any: fc.oneof(
    { depthSize: 'small' },
    fc.string(),
    fc.integer(),
    fc.double(),
    fc.boolean(),
    fc.constant(null),
    fc.constant('NaN'),
    fc.array(tie('any'), { maxLength: 4 }),
    fc.dictionary(fc.constantFrom(...KEYS), tie('any'), { maxKeys: 5 }),
  ),
})).any;
const body = fc.oneof(
  { arbitrary: value.map((one) => JSON.stringify(one)), weight: 5 },
  { arbitrary: fc.string(), weight: 1 },
  { arbitrary: fc.constant('{"a":'), weight: 1 },
  { arbitrary: fc.constant('['.repeat(5000)), weight: 1 },
);
const asked = fc.record({
  route: fc.constantFrom(...ROUTES),
  name: fc.oneof(
    fc.constantFrom(...NAMES),
    fc.string({ maxLength: 30 }),
    fc.constant('').map(() => randomUUID()),
  ),
  query: fc.dictionary(
    fc.constantFrom('q', 'limit', 'offset', 'sort', 'of', 'from', 'to', 'plans', 'ids', 'since', 'carbs'),
    fc.oneof(fc.string({ maxLength: 20 }), fc.integer().map(String)),
    { maxKeys: 3 },
  ),
  body,
  type: fc.constantFrom('application/json', 'text/csv', 'application/octet-stream', 'application/x-www-form-urlencoded', 'text/html', 'image/png'),
  match: fc.constantFrom(undefined, '"1"', '*', 'x', '"0"'),
});

export interface Fuzzed {
  readonly requests: number;
  /** Answers by their status. */
  readonly statuses: Readonly<Record<string, number>>;
  /** What was answered with a failure of Fellmist's own: must be none. */
  readonly failures: readonly string[];
  /** Refused requests that changed something: must be none. */
  readonly changedByRefused: readonly string[];
}

/** What a household holds, as one text. */
async function holds(url: string): Promise<string> {
  const text = await (await fetch(`${url}/api/household.json`)).text();
  return text.replace(/"writtenAt":"[^"]*"/, '');
}

/** Sends requests that nobody means, over all routes; looks at what is there whenever a run of them was all refused. */
export async function fuzzRoutes(url: string, requests: number, seed: number, lookEvery = 100): Promise<Fuzzed> {
  const statuses: Record<string, number> = {};
  const failures: string[] = [];
  const changedByRefused: string[] = [];
  let before = await holds(url);
  let since: string[] = [];
  let wasTaken = false;
  for (const [i, { route, name, query, body: text, type, match }] of fc.sample(asked, { numRuns: requests, seed }).entries()) {
    const [method, path] = route;
    const address = `${url}/api${path.replaceAll('{id}', encodeURIComponent(name))}?${new URLSearchParams(query).toString()}`;
    const headers = { 'content-type': type, ...(match === undefined ? {} : match === '*' ? { 'if-none-match': '*' } : { 'if-match': match }) };
    const answer = await fetch(address, { method, headers, redirect: 'manual', ...(method === 'GET' || method === 'DELETE' ? {} : { body: text }) });
    await answer.arrayBuffer();
    statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
    if (answer.status >= 500) failures.push(`${answer.status} ${method} ${address} ${text.slice(0, 200)}`);
    if (method !== 'GET' && answer.ok) wasTaken = true;
    since.push(`${method} ${path}`);
    if ((i + 1) % lookEvery !== 0) continue;
    const now = await holds(url);
    if (!wasTaken && now !== before) changedByRefused.push(...since);
    [before, since, wasTaken] = [now, [], false];
  }
  return { requests, statuses, failures, changedByRefused };
}
