import { type ScaleDeed, type ScaleReading } from '@fellmist/contract';
import { SimulatedDevice } from './simulatedDevice';

/** A kitchen scale: it tells its readings to whoever listens. A real one would be another implementation of this. */
export interface KitchenScale {
  /** Hears readings from now on; the answer ends it. */
  listen(hear: (reading: ScaleReading) => void): () => void;
  /** The key on the scale, or what a hand does to it. */
  do(deed: ScaleDeed): void;
}

/** What the stand-in is made of. House values: a kitchen scale settles in under a second, its noise is below its step, it creeps a little when loaded. */
const MOST_G = 5000;
const SETTLES_S = 0.35;
const NOISE_STEPS = 0.25;
const DRIFT_G_PER_S = 0.0015;
const EVERY_MS = 100;
const STEADY_STEPS = 0.6;

/**
 * A stand-in scale. `random` gives numbers from 0 to 1, so that a test can hold it still; `tick` moves it on by hand where
 * no clock runs.
 */
export class SimulatedScale extends SimulatedDevice<ScaleReading> implements KitchenScale {
  private loadG = 0;
  private shownG = 0;
  private driftG = 0;
  private zeroG = 0;
  private stepG: 0.1 | 1 = 1;
  private isPlugged = true;
  private isCharged = true;

  constructor(
    private readonly random: () => number,
    everyMs = EVERY_MS,
  ) {
    super(everyMs);
  }

  do(deed: ScaleDeed): void {
    switch (deed.deed) {
      case 'tare':
        // What lies on it once it has settled is the new nought, however soon the key is pressed.
        if (this.isPlugged && this.isCharged && this.loadG <= MOST_G) [this.zeroG, this.driftG] = [this.loadG, 0];
        break;
      case 'pour':
        this.loadG = Math.max(this.loadG + deed.grams, 0);
        break;
      case 'clear':
        this.loadG = 0;
        break;
      case 'step':
        this.stepG = deed.stepG;
        break;
      case 'unplug':
      case 'plug':
        this.isPlugged = deed.deed === 'plug';
        // A scale that comes back shows zero, whatever lies on it.
        if (this.isPlugged) [this.zeroG, this.shownG, this.driftG] = [this.loadG, this.loadG, 0];
        break;
      case 'drain':
      case 'charge':
        this.isCharged = deed.deed === 'charge';
        break;
    }
    this.tell();
  }

  /** Moves the scale on by so many seconds and tells its reading. */
  tick(seconds: number): void {
    this.shownG += (this.loadG - this.shownG) * (1 - Math.exp(-seconds / SETTLES_S));
    this.driftG += this.loadG > 0 ? DRIFT_G_PER_S * seconds : 0;
    this.tell();
  }

  protected reading(): ScaleReading {
    if (!this.isPlugged) return { kind: 'unplugged' };
    if (!this.isCharged) return { kind: 'empty battery' };
    if (this.loadG > MOST_G) return { kind: 'overload', mostG: MOST_G };
    const noise = (this.random() - 0.5) * 2 * NOISE_STEPS * this.stepG;
    const net = this.shownG - this.zeroG + this.driftG + noise;
    const steps = Math.round(net / this.stepG);
    return {
      kind: 'reading',
      grams: Number((steps * this.stepG).toFixed(1)) + 0,
      isSteady: Math.abs(this.loadG - this.shownG) < STEADY_STEPS * this.stepG,
      stepG: this.stepG,
    };
  }
}
