import { allLines, type Formula, IN_THE_PAN, type Line, type Part } from '../formula';
import { FACTORS, isForMixing, roundToKitchen, scaleFormula } from '../vessel';
import { ADDED, type BakeEvent, inOrder, standingEvents, type Portioning, type Stage } from './events';
import { keptOf } from './kept';
import { isServedAsItIs, mixingOrder } from './order';
import { goodPour } from './pour';
import { partLeft, realLines } from './realLines';
import { type Bake, type BakeLine, type BakeSetting, type ServedPlate, type Pour } from './state';
import { heatedOf, timersOf } from './timers';

/** The most that is poured at once in a kitchen: beyond it a slip of the keyboard is likelier. House value. */
export const MOST_POUR_G = 100_000;

const isMass = (massG: number): boolean => Number.isFinite(massG) && massG >= 0 && massG <= MOST_POUR_G;

interface Poured {
  pours: Pour[];
  foodId?: string;
  isOut: boolean;
  /** How many events had happened when it was last poured. */
  at: number;
}

/** What the pours of a line come to; what was poured back is taken from the last of them. */
function pourBack(pours: readonly Pour[], massG: number): readonly Pour[] {
  let left = massG;
  const kept: Pour[] = [];
  for (const pour of [...pours].reverse()) {
    const off = Math.min(left, pour.massG);
    left -= off;
    if (pour.massG - off > 1e-9) kept.unshift({ ...pour, massG: pour.massG - off });
  }
  return kept;
}

/**
 * The present state of a bake from its events: a pure fold, the same for the same events in whatever order they arrive and
 * however often. Any part of the list that keeps each teller's order is a state too. What cannot be (a negative pour, a
 * factor out of bounds, an unknown line) is passed over.
 */
export function foldBake(events: readonly BakeEvent[], { formula, larder, kitchen, former }: BakeSetting): Bake {
  const ordered = inOrder(events);
  const standing = new Set(standingEvents(ordered));
  let [factor, factorWords] = [1, ''];
  let vessel: Bake['vessel'];
  let mixedIn: Bake['mixedIn'];
  let intoAs: Bake['intoAs'];
  const choose = (one: NonNullable<Bake['vessel']>): void => {
    if (isForMixing(one.vessel)) mixedIn = one;
    else vessel = one;
  };
  let stages: readonly Stage[] | undefined;
  let weighed: Bake['yield'];
  let portioning: Portioning | undefined;
  let isFinished = false;
  let bowl = '';
  const bowlNames = new Set<string>();
  let lastId: string | undefined;
  let [pouredOn, weighedOn]: [string | undefined, string | undefined] = [undefined, undefined];
  const lines = new Map<string, Poured>();
  const added: { partId: string; line: Line }[] = [];
  const leftBehind: { eventId: string; where: string; massG: number; partId: string | undefined }[] = [];
  const cut: { eventId: string; name: string; massG: number }[] = [];
  const plates: ServedPlate[] = [];
  let given = 0;
  const notes: { eventId: string; at: string; text: string }[] = [];
  const readings: { of: 'core' | 'oven' | 'room'; tempC: number; at: string }[] = [];
  const stagesDone = new Set<string>();
  const lineOf = (id: string): Poured => {
    const found = lines.get(id) ?? { pours: [], isOut: false, at: 0 };
    lines.set(id, found);
    return found;
  };
  let [at, scaledAt] = [0, 0];
  for (const event of ordered) {
    at += 1;
    if (!standing.has(event) || event.kind === 'undone') continue;
    if (event.kind !== 'planned') lastId = event.id;
    switch (event.kind) {
      case 'scaled':
        if (event.factor >= FACTORS.least && event.factor <= FACTORS.most) [factor, factorWords, scaledAt] = [event.factor, event.words, at];
        break;
      case 'vessel chosen':
        choose({ vessel: event.vessel, count: event.count });
        if (!isForMixing(event.vessel)) intoAs = undefined;
        break;
      case 'planned':
        event.into?.vessels.forEach(choose);
        intoAs = event.into?.as;
        break;
      case 'ordered':
        stages = event.stages;
        break;
      case 'step done':
        stagesDone.add(event.stageId);
        break;
      case 'poured':
        if (isMass(event.massG)) {
          const line = lineOf(event.lineId);
          line.isOut = false;
          line.at = at;
          pouredOn = event.at;
          line.pours.push({ eventId: event.id, massG: event.massG, by: event.by, foodId: event.foodId ?? line.foodId, bowl, place: at });
        }
        break;
      case 'poured back':
        if (isMass(event.massG)) lineOf(event.lineId).pours = [...pourBack(lineOf(event.lineId).pours, event.massG)];
        break;
      case 'food changed':
        lineOf(event.lineId).foodId = event.foodId;
        break;
      case 'added':
        if (!added.some(({ line }) => line.id === event.line.id)) added.push({ partId: event.partId, line: event.line });
        break;
      case 'left out':
        lineOf(event.lineId).isOut = true;
        break;
      case 'tared':
        bowl = event.bowl ?? bowl;
        if (event.bowl !== undefined) bowlNames.add(event.bowl);
        break;
      case 'reading':
        readings.push({ of: event.of, tempC: event.tempC, at: event.at });
        break;
      case 'yield weighed':
        if (isMass(event.massG) && event.massG - event.tareG > 0) [weighed, weighedOn] = [{ massG: event.massG - event.tareG, tareG: event.tareG }, event.at];
        break;
      case 'left behind':
        if (isMass(event.massG)) leftBehind.push({ eventId: event.id, where: event.where, massG: event.massG, partId: event.partId });
        break;
      case 'portioned':
        portioning = event.into;
        break;
      case 'portion cut':
        if (isMass(event.massG) && event.massG > 0) cut.push({ eventId: event.id, name: event.name, massG: event.massG });
        break;
      case 'plated':
        given += event.portions;
        plates.push({ eventId: event.id, name: event.name, portions: event.portions, toppings: event.toppings, lines: event.lines });
        break;
      case 'note':
      case 'looked':
        notes.push({ eventId: event.id, at: event.at, text: event.text });
        break;
      case 'finished':
        isFinished = true;
        break;
      case 'kept':
        given += event.portions;
        break;
      case 'eaten':
        if (event.place === 'table') given += event.portions;
        break;
      case 'step begun':
      case 'timer set':
      case 'timer rang':
      case 'into the heat':
      case 'out of the heat':
      case 'tasted':
        break;
    }
  }
  const exact = scaleFormula(formula, factor);
  const rounded = roundToKitchen(exact, larder, kitchen);
  const [mainId] = formula.parts.map(({ id }) => id);
  const told = leftBehind.map((one) => ({ ...one, partId: one.partId ?? mainId ?? '' }));
  const stateOf = (line: Line, partId: string, plannedG: number | undefined, spoon: string | undefined, isAdded: boolean): BakeLine => {
    const { pours: raw, foodId = line.foodId, isOut, at: pouredAt } = lines.get(line.id) ?? { pours: [], isOut: false, at: 0 };
    const pours = raw.map((pour) => (pour.foodId === undefined ? { ...pour, foodId: line.foodId } : pour));
    const pouredG = pours.reduce((sum, { massG }) => sum + massG, 0);
    const isShort = pours.length > 0 && pouredAt < scaledAt && plannedG !== undefined && pouredG < goodPour(plannedG, kitchen.scaleStepG)[0];
    return {
      id: line.id,
      partId,
      plannedG,
      spoon: isShort ? undefined : spoon,
      name: line.name,
      foodId,
      pours,
      pouredG,
      state: isOut && pours.length === 0 ? 'left out' : pours.length > 0 ? 'poured' : 'to come',
      owesG: isShort ? (plannedG ?? 0) - pouredG : 0,
      isAdded,
    };
  };
  const amounts = new Map(rounded.lines.map((one) => [one.lineId, one]));
  const states = new Map<string, BakeLine>();
  const plan = rounded.formula;
  const known = new Set([IN_THE_PAN.id, ...plan.parts.map(({ id }) => id)]);
  const pan: readonly Part[] = added.some(({ partId }) => partId === IN_THE_PAN.id) && !plan.parts.some(({ id }) => id === IN_THE_PAN.id) ? [{ ...IN_THE_PAN, lines: [] }] : [];
  const parts = [...plan.parts, ...pan].flatMap((part) => {
    if (isServedAsItIs(part, formula, larder)) return [part];
    const extra = added.filter(({ partId }) => partId === part.id || (part.id === mainId && !known.has(partId)));
    const all = [...part.lines.map((line) => ({ line, isAdded: false })), ...extra.map(({ line }) => ({ line, isAdded: true }))];
    const real = all.flatMap(({ line, isAdded }) => {
      const amount = amounts.get(line.id);
      const state = stateOf(line, part.id, line.massG, amount?.how === 'spoon' ? amount.words : undefined, isAdded);
      states.set(line.id, state);
      return realLines(line, state);
    });
    return partLeft({ ...part, lines: real }, told, formula.method, larder);
  });
  const { yieldMassG: _guess, portionMassG: _each, ...bare } = plan;
  const into = portioning ?? { by: 'number', count: plan.portions };
  const real: Formula = {
    ...bare,
    parts,
    portions: into.by === 'number' && into.count > 0 ? into.count : plan.portions,
    ...(into.by === 'weight' && into.eachG > 0 ? { portionMassG: into.eachG } : {}),
    ...(weighed ? { yieldMassG: weighed.massG } : {}),
  };
  const order = stages ?? mixingOrder(formula, larder, former);
  const placed = new Set(order.flatMap(({ lineIds }) => lineIds));
  const loose = [...states.keys()].filter((id) => !placed.has(id));
  return {
    factor,
    factorWords,
    vessel,
    mixedIn,
    intoAs,
    plan,
    exact,
    stages: loose.length > 0 ? [...order, { id: ADDED, words: 'Added on the day', lineIds: loose, then: '' }] : order,
    stagesDone: [...stagesDone],
    lines: [...states.values()],
    bowl,
    bowlNames: [...bowlNames],
    real,
    yield: weighed,
    leftBehind: told,
    portioning: into,
    cut,
    plates,
    given,
    kept: keptOf([...standing]),
    timers: timersOf([...standing]),
    heated: heatedOf([...standing]),
    notes,
    readings,
    madeAt: weighedOn ?? pouredOn,
    isFinished,
    lastId,
  };
}

/** Every line that counts in what really went in, so that nothing poured is lost on the way. */
export function realMass({ real }: Pick<Bake, 'real'>): number {
  return allLines(real).reduce((sum, { massG = 0 }) => sum + massG, 0);
}
