import { nextSaturday, set } from 'date-fns';
import { type LarderStore } from '../store/larderStore';
import { putPlan } from '../store/plans';
import { steadyId } from './steadyId';

/** What the hall serves on Saturday: the loaf and the cookies want the oven at one moment, at different heats. */
const SERVED = ['carrot-cardamom-loaf.txt', 'hazelnut-rye-cookies.txt', 'whipped-blackcurrant-bowl.txt'];
const TEA_HOUR = 15;

/** The demo household's coming Saturday: three treats on the tea table at three. */
export function setPlan({ db }: LarderStore): void {
  const now = new Date();
  const serveAt = set(nextSaturday(now), { hours: TEA_HOUR, minutes: 0, seconds: 0, milliseconds: 0 }).toISOString();
  const treats = Object.fromEntries(SERVED.map((file, place) => [`t${place + 1}`, { formulaId: steadyId(file), place }]));
  putPlan(db, steadyId('plan'), { name: 'Saturday tea table', from: 'serving', serveAt, room: {}, treats, held: {} }, now.toISOString());
}
