import { type DayStep, HOME_ROOM, type Treat } from './dayStep';
import { type DayPlan, HEATS_S, planDay, type PlanAsk } from './dayPlan';

const MIN = 60;
/** Saturday 28 November 2026, 15:00 UTC. */
const TEA = Date.UTC(2026, 10, 28, 15) / 1000;
const clock = (s: number): string => new Date(s * 1000).toISOString().slice(11, 16);
const NOTHING_HELD = {};

/** Numbers as from a die, the same each time [Park & Miller 1988]. */
function die(seed: number): (sides: number) => number {
  let at = seed;
  return (sides) => (at = (at * 48_271) % 2_147_483_647) % sides;
}

function step(id: string, min: number, more: Partial<DayStep> = {}): DayStep {
  return { id, words: id, seconds: min * MIN, needsYou: false, ...more };
}
const hands = (id: string, min: number, more: Partial<DayStep> = {}): DayStep => step(id, min, { needsYou: true, ...more });
const oven = (id: string, min: number, ovenC: number, more: Partial<DayStep> = {}): DayStep => step(id, min, { busy: 'oven', ovenC, ...more });
const treat = (id: string, steps: readonly DayStep[], more: Partial<Treat> = {}): Treat => ({ id, title: id, steps, serveS: TEA, ...more });
const ask = (treats: readonly Treat[], more: Partial<PlanAsk> = {}): PlanAsk => ({ treats, room: HOME_ROOM, nowS: TEA - 24 * 3600, held: NOTHING_HELD, from: 'serving', ...more });
const begins = (plan: DayPlan): Record<string, string> => Object.fromEntries(plan.steps.map(({ step: { id }, startS }) => [id, clock(startS)]));

/** Everything that a plan must keep, told by what it breaks. */
function broken({ treats, room, nowS, held }: PlanAsk, plan: DayPlan): readonly string[] {
  const faults: string[] = [];
  const at = new Map(plan.steps.map((one) => [one.step.id, one]));
  for (const { id, steps, serveS, standsS } of treats) {
    const served = plan.served[id] ?? 0;
    if (plan.kind === 'in time' && served !== serveS) faults.push(`${id} is not served in time`);
    if (served < serveS) faults.push(`${id} is served too early`);
    steps.forEach((one, n) => {
      const [here, before] = [at.get(one.id), n > 0 ? at.get(steps[n - 1]?.id ?? '') : undefined];
      if (!here) return void faults.push(`${one.id} is missing`);
      if (held[one.id] === undefined && here.startS < nowS - 1e-6) faults.push(`${one.id} is in the past`);
      if (before && here.startS < before.endS - 1e-6) faults.push(`${one.id} does not wait`);
      if (before && one.withinS !== undefined && here.startS > before.endS + one.withinS + 1e-6) faults.push(`${one.id} waits too long`);
      if (n === steps.length - 1 && (served < here.endS - 1e-6 || (standsS !== undefined && served > here.endS + standsS + 1e-6))) faults.push(`${id} stands wrongly`);
    });
  }
  const busy = (name: string) => plan.steps.filter(({ step: one, startS, endS }) => endS > startS && (name === 'you' ? one.needsYou : one.busy === name));
  for (const [name, holds] of Object.entries(room)) {
    for (const one of busy(name)) {
      const together = busy(name).filter(({ startS, endS }) => startS <= one.startS + 1e-6 && endS > one.startS + 1e-6);
      if (together.length > holds) faults.push(`${name} is in two places at ${clock(one.startS)}`);
      for (const other of name === 'oven' ? busy(name) : []) {
        const isOther = Math.abs((one.step.ovenC ?? 0) - (other.step.ovenC ?? 0)) > 5;
        if (isOther && one.startS >= other.startS && one.startS < other.endS + HEATS_S - 1e-6) faults.push(`the oven is at two settings at ${clock(one.startS)}`);
      }
    }
  }
  return faults;
}

describe('a day planned back from the table', () => {
  it('lets each step be as late as it can be, by hand: a loaf that bakes 50 and cools 60 minutes is mixed at 12:55 for three', () => {
    const loaf = treat('loaf', [hands('mix', 15), oven('bake', 50, 170), step('cool', 60)]);
    const plan = planDay(ask([loaf]));
    expect(plan.kind).toBe('in time');
    expect(begins(plan)).toEqual({ mix: '12:55', bake: '13:10', cool: '14:00' });
    // The oven is turned on a quarter of an hour before.
    expect(plan.heatings.map(({ ovenC, startS }) => [ovenC, clock(startS)])).toEqual([[170, '12:55']]);
  });

  it('bakes two treats of one setting together, and two of different settings one after the other, told as a clash', () => {
    const two = (a: number, b: number) => ask([treat('custard', [oven('steam', 40, a)]), treat('loaf', [oven('bake', 50, b)])]);
    expect(begins(planDay(two(170, 172)))).toEqual({ steam: '14:20', bake: '14:10' });
    const apart = planDay(two(120, 170));
    expect(broken(two(120, 170), apart)).toEqual([]);
    // Best by hand: either order takes 40 + 15 + 50 minutes; the later one ends at three, and the sum is best with the longer first.
    expect(begins(apart)).toEqual({ steam: '14:20', bake: '13:15' });
    expect(apart.clashes).toEqual([{ busy: 'oven', movedId: 'bake', forId: 'steam', byS: 55 * MIN }]);
    expect(apart.heatings.map(({ ovenC, startS }) => [ovenC, clock(startS)])).toEqual([
      [170, '13:00'],
      [120, '14:05'],
    ]);
  });

  it('does not let baking powder wait or a foam stand, and says when that cannot be: with what would help', () => {
    const quick = (id: string, ovenC: number) => treat(id, [hands(`${id} mix`, 10), oven(`${id} bake`, 60, ovenC, { withinS: 0 })], { standsS: 30 * MIN });
    const one = planDay(ask([quick('a', 160), quick('b', 180)]));
    // Both must come out within half an hour of the table, and the oven can do but one: the other is ready when the first has
    // stood its half hour, the oven has changed for fifteen minutes and an hour has passed since.
    expect([one.kind, Object.values(one.served).map(clock).sort()]).toEqual(['late', ['15:00', '15:45']]);
    expect(one.waysOut).toEqual([
      { kind: 'one setting', ovenC: 170 },
      { kind: 'without', treatId: 'a' },
      { kind: 'without', treatId: 'b' },
    ]);
  });

  it('says when all can be ready where it is too late, and keeps what is served later at its own time', () => {
    const loaf = treat('loaf', [hands('mix', 20), oven('bake', 60, 170), step('cool', 80)]);
    const bowl = treat('bowl', [hands('whip', 20)], { serveS: TEA + 5 * 3600, standsS: 3600 });
    const late = ask([loaf, bowl], { nowS: TEA });
    const plan = planDay(late);
    expect([plan.kind, clock(plan.served['loaf'] ?? 0), clock(plan.served['bowl'] ?? 0)]).toEqual(['late', '17:40', '20:00']);
    expect(broken(late, plan)).toEqual([]);
    expect(begins(plan)['whip']).toBe('19:40');
  });

  it('keeps what was begun or put somewhere, and moves the rest: a loaf that went in late is late by as much', () => {
    const loaf = treat('loaf', [hands('mix', 20), oven('bake', 60, 170, { withinS: 20 * MIN }), step('cool', 60)]);
    const held = { mix: { startS: TEA - 140 * MIN, endS: TEA - 125 * MIN }, bake: { startS: TEA - 110 * MIN } };
    const onTheDay = ask([loaf], { nowS: TEA - 100 * MIN, held });
    const plan = planDay(onTheDay);
    expect([plan.kind, clock(plan.served['loaf'] ?? 0)]).toEqual(['late', '15:10']);
    expect(begins(plan)).toEqual({ mix: '12:40', bake: '13:10', cool: '14:10' });
    // A step put by hand where another needs the same hands: the other gives way.
    const two = ask([treat('a', [hands('stir', 30)]), treat('b', [hands('whip', 30)])], { held: { whip: { startS: TEA - 40 * MIN } } });
    const pinned = planDay(two);
    expect([pinned.kind, begins(pinned)]).toEqual(['in time', { stir: '13:50', whip: '14:20' }]);
  });

  it('goes forward from now, over midnight, with steps of no time and of forty hours', () => {
    const night = Date.UTC(2026, 10, 28, 23, 50) / 1000;
    const forward = ask([treat('dough', [hands('mix', 20), step('ripen', 40 * 60), hands('nothing', 0), oven('bake', 30, 220)])], { nowS: night, from: 'now' });
    const plan = planDay(forward);
    expect([plan.kind, begins(plan)]).toEqual(['in time', { mix: '23:50', ripen: '00:10', nothing: '16:10', bake: '16:10' }]);
    expect(planDay(ask([])).kind).toBe('in time');
  });

  it('plans six cakes for one oven, and a whole day of six treats and sixty steps', () => {
    const cakes = ask(
      Array.from({ length: 6 }, (_, i) => treat(`cake ${i}`, [hands(`mix ${i}`, 15), oven(`bake ${i}`, 40, 150 + i * 12, { withinS: 60 * MIN }), step(`cool ${i}`, 60)])),
    );
    const plan = planDay(cakes);
    expect([plan.kind, broken(cakes, plan)]).toEqual(['in time', []]);
    const roll = die(7);
    const many = ask(
      Array.from({ length: 6 }, (_, t) =>
        treat(
          `treat ${t}`,
          Array.from({ length: 10 }, (_s, n) =>
            roll(3) === 0 ? oven(`${t} ${n}`, 20 + roll(20), 160 + 20 * roll(2)) : roll(2) === 0 ? hands(`${t} ${n}`, 5 + roll(15)) : step(`${t} ${n}`, 10 + roll(30)),
          ),
        ),
      ),
    );
    const day = planDay(many);
    expect([day.kind, broken(many, day)]).toEqual(['in time', []]);
  });

  it('keeps hands, appliances, orders and hold limits on 1,000 random days', () => {
    const roll = die(20_261_128);
    const kinds = new Set<string>();
    for (let day = 0; day < 1000; day++) {
      const treats = Array.from({ length: 1 + roll(4) }, (_, t) =>
        treat(
          `${day} ${t}`,
          Array.from({ length: 1 + roll(4) }, (_s, n) => {
            const more = roll(4) === 0 ? { withinS: roll(40) * MIN } : {};
            const id = `${day} ${t} ${n}`;
            return [
              oven(id, roll(70), 120 + 20 * roll(5), more),
              hands(id, roll(30), more),
              hands(id, roll(20), { ...more, busy: 'mixer' }),
              step(id, roll(120), { ...more, busy: 'fridge' }),
            ][roll(4)] as DayStep;
          }),
          { serveS: TEA + roll(3) * 45 * MIN, ...(roll(2) ? { standsS: roll(150) * MIN } : {}) },
        ),
      );
      const random = ask(treats, { nowS: TEA - (1 + roll(8)) * 3600, from: roll(5) === 0 ? 'now' : 'serving' });
      const plan = planDay(random);
      kinds.add(plan.kind);
      if (plan.kind === 'none') continue;
      const faults = broken(random.from === 'now' ? { ...random, treats: treats.map((one) => ({ ...one, serveS: plan.served[one.id] ?? 0 })) } : random, plan);
      if (faults.length > 0) throw new Error(`day ${day}: ${faults.join('; ')}`);
    }
    expect([...kinds].sort()).toEqual(['in time', 'late', 'none']);
  });
});

describe('against trying everything', () => {
  /** The best cost of a small problem by trying every beginning on a grid of ten minutes, backwards from the table. */
  function tryAll({ treats }: PlanAsk, slots: number): number | undefined {
    const flat = treats.flatMap((one) => one.steps.map((s, n) => ({ one, s, n, k: Math.round(s.seconds / 600) })));
    const starts: number[] = [];
    let best: number | undefined;
    const fits = (i: number): boolean => {
      const [a, from] = [flat[i], starts[i] ?? 0];
      if (!a) return false;
      const to = from + a.k;
      if (to > 0) return false;
      return flat.slice(0, i).every((b, j) => {
        const [bFrom, bTo] = [starts[j] ?? 0, (starts[j] ?? 0) + b.k];
        if (b.one === a.one && j === i - 1 && (from < bTo || (a.s.withinS !== undefined && from > bTo + a.s.withinS / 600))) return false;
        const isShared = (a.s.needsYou && b.s.needsYou) || (a.s.busy !== undefined && a.s.busy === b.s.busy);
        return !isShared || a.k === 0 || b.k === 0 || from >= bTo || to <= bFrom;
      });
    };
    const place = (i: number): void => {
      if (i === flat.length) {
        const isServed = treats.every(
          (one) => one.standsS === undefined || (starts[flat.findLastIndex((x) => x.one === one)] ?? 0) + (flat.findLast((x) => x.one === one)?.k ?? 0) >= -one.standsS / 600,
        );
        if (!isServed) return;
        const sum = starts.reduce((all, from, j) => all - from - (flat[j]?.k ?? 0), 0);
        const cost = -Math.min(...starts) * (flat.length + treats.length + 1) + sum;
        if (best === undefined || cost < best) best = cost;
        return;
      }
      for (let from = -slots; from <= 0; from++) {
        starts[i] = from;
        if (fits(i)) place(i + 1);
      }
      starts.length = i;
    };
    place(0);
    return best;
  }

  it('finds what no other order beats, or that there is none, on 150 small days', () => {
    const roll = die(99);
    const seen = { best: 0, none: 0 };
    for (let day = 0; day < 150; day++) {
      const treats = Array.from({ length: 2 }, (_, t) =>
        treat(
          `${t}`,
          Array.from({ length: 1 + roll(2) }, (_s, n) => {
            const id = `${t} ${n}`;
            const more = roll(2) ? { withinS: roll(2) * 600 } : {};
            return roll(2) ? hands(id, 10 * (1 + roll(3)), more) : hands(id, 10 * (1 + roll(2)), { ...more, busy: 'mixer' });
          }),
          roll(2) ? { standsS: roll(3) * 600 } : {},
        ),
      );
      const small = ask(treats, { room: { ...HOME_ROOM, oven: 1 } });
      const plan = planDay(small);
      const best = tryAll(small, 12);
      if (best === undefined) {
        expect(plan.kind).not.toBe('in time');
        seen.none += 1;
        continue;
      }
      expect([day, plan.kind, plan.isBest]).toEqual([day, 'in time', true]);
      const froms = plan.steps.map(({ startS }) => (startS - TEA) / 600);
      const sum = plan.steps.reduce((all, { endS }) => all + (TEA - endS) / 600, 0);
      expect([day, -Math.min(...froms) * (froms.length + treats.length + 1) + sum]).toEqual([day, best]);
      seen.best += 1;
    }
    expect([seen.best > 50, seen.none > 5]).toEqual([true, true]);
  });
});
