import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { capacityMl, TAPERS, type Vessel, vesselFaults, type VesselShape } from '@fellmist/core/bake';
import { Asking } from '../state/asking';
import { bakeActions } from '../state/bake.actions';
import type { Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

const SHAPES: readonly Option<VesselShape>[] = [
  { value: 'loaf', label: SAY.shapeLoaf },
  { value: 'round', label: SAY.shapeRound },
  { value: 'square', label: SAY.shapeSquare },
  { value: 'rectangle', label: SAY.shapeRectangle },
  { value: 'ring', label: SAY.shapeRing },
  { value: 'cups', label: SAY.shapeCups },
  { value: 'bowl', label: SAY.shapeBowl },
  { value: 'jar', label: SAY.shapeJar },
  { value: 'tub', label: SAY.shapeTub },
];
const USE: Readonly<Partial<Record<VesselShape, Vessel['use']>>> = { bowl: 'mix', jar: 'blend', tub: 'keep' };
type FieldName = 'acrossCm' | 'lengthCm' | 'heightCm' | 'places' | 'measuredMl' | 'emptyG';

/** A tin of the household's own: its inner sizes, or better the water it holds. */
@Component({
  selector: 'fm-own-vessel',
  imports: [Button, Field, Picker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './own-vessel.html',
  styleUrl: './own-vessel.less',
})
export class OwnVessel {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  readonly made = output<Vessel>();
  protected readonly shapes = SHAPES;
  protected readonly shape = signal<VesselShape>('loaf');
  protected readonly name = signal('');
  protected readonly typed = signal<Readonly<Partial<Record<FieldName, string>>>>({ acrossCm: '', heightCm: '' });
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly isLong = computed(() => ['loaf', 'rectangle', 'tub'].includes(this.shape()));

  protected readonly fields = computed((): readonly { readonly key: FieldName; readonly words: string; readonly unit: string }[] => [
    { key: 'acrossCm', words: this.isLong() ? SAY.width : SAY.across, unit: 'cm' },
    ...(this.isLong() ? [{ key: 'lengthCm' as const, words: SAY.length, unit: 'cm' }] : []),
    { key: 'heightCm', words: SAY.height, unit: 'cm' },
    ...(this.shape() === 'cups' ? [{ key: 'places' as const, words: SAY.cups, unit: '' }] : []),
    { key: 'measuredMl', words: SAY.waterItHolds, unit: 'g' },
    { key: 'emptyG', words: SAY.emptyWeight, unit: 'g' },
  ]);

  private readonly vessel = computed((): Vessel => {
    const of = (key: FieldName): number | undefined => {
      const text = this.typed()[key] ?? '';
      return text.trim() === '' ? undefined : (numberWithin(text, 0, 1e6) ?? NaN);
    };
    const [lengthCm, measuredMl, emptyG] = [of('lengthCm'), of('measuredMl'), of('emptyG')];
    return {
      id: `own-${crypto.randomUUID()}`,
      name: this.name().trim(),
      shape: this.shape(),
      use: USE[this.shape()] ?? 'bake',
      acrossCm: of('acrossCm') ?? 0,
      heightCm: of('heightCm') ?? 0,
      places: of('places') ?? 1,
      taper: TAPERS[this.shape()],
      ...(this.isLong() && lengthCm !== undefined ? { lengthCm } : {}),
      ...(measuredMl === undefined ? {} : { measuredMl }),
      ...(emptyG === undefined ? {} : { emptyG }),
      mark: 'M',
      source: SAY.measuredHere,
    };
  });
  protected readonly holds = computed(() => {
    const vessel = this.vessel();
    return vesselFaults({ ...vessel, name: 'x' }).length === 0 ? SAY.holds(showNumber(capacityMl(vessel), 0)) : '';
  });

  protected type(key: FieldName, text: string): void {
    this.typed.update((typed) => ({ ...typed, [key]: text }));
  }

  protected put(): void {
    const vessel = this.vessel();
    const [first] = vesselFaults(vessel);
    if (first) {
      const field = this.fields().find(({ key }) => key === first.field)?.words ?? SAY.itsName;
      this.fault.set(`${field}: ${first.words}`);
      return;
    }
    this.asking
      .ask<Vessel>((ask) => bakeActions.putVessel({ ask, vessel }))
      .subscribe((answer) => {
        this.fault.set(answer.ok ? undefined : answer.words);
        if (answer.ok) this.made.emit(answer.value);
      });
  }
}
