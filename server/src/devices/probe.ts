import { type ProbeDeed, type ProbeReading } from '@fellmist/contract';
import { SimulatedDevice } from './simulatedDevice';

/** A thermometer in the middle of what bakes: it tells its readings to whoever listens. A real one would be another implementation of this. */
export interface Probe {
  listen(hear: (reading: ProbeReading) => void): () => void;
  do(deed: ProbeDeed): void;
}

/** What the stand-in is made of. House values: a thin probe follows in some seconds, its noise is a fifth of a degree; a loaf's middle warms with a time constant of half an hour. */
const LAG_S = 4;
const NOISE_C = 0.2;
const WARMS_S = 1800;
const ROOM_C = 21;
const EVERY_MS = 1000;
/** A practice bake runs so many times as fast. */
const PRACTICE = 30;

/** A stand-in probe; `random` gives numbers from 0 to 1, `tick` moves it on by hand where no clock runs. */
export class SimulatedProbe extends SimulatedDevice<ProbeReading> implements Probe {
  private coreC = ROOM_C;
  private shownC = ROOM_C;
  private towardsC = ROOM_C;
  private isPlugged = true;

  constructor(
    private readonly random: () => number,
    everyMs = EVERY_MS,
  ) {
    super(everyMs);
  }

  do(deed: ProbeDeed): void {
    if (deed.deed === 'into') [this.coreC, this.towardsC] = [deed.fromC, deed.towardsC];
    else if (deed.deed === 'out') this.towardsC = ROOM_C;
    else this.isPlugged = deed.deed === 'plug';
    this.tell();
  }

  /** Moves the probe on by so many seconds of the kitchen's clock, and the bake by as many more as practice is faster. */
  tick(seconds: number): void {
    this.coreC += (this.towardsC - this.coreC) * (1 - Math.exp((-seconds * PRACTICE) / WARMS_S));
    this.shownC += (this.coreC - this.shownC) * (1 - Math.exp((-seconds * PRACTICE) / LAG_S));
    this.tell();
  }

  protected reading(): ProbeReading {
    if (!this.isPlugged) return { kind: 'unplugged' };
    return { kind: 'reading', tempC: Number((this.shownC + (this.random() - 0.5) * 2 * NOISE_C).toFixed(1)), pace: PRACTICE };
  }
}
