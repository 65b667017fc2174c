import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Bake, bowlsOf } from '@fellmist/core/bake';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** Which bowl stands on the scale, what each holds, and another one beside. */
@Component({
  selector: 'fm-bowls',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bowls.html',
})
export class Bowls {
  protected readonly say = SAY;
  readonly bake = input.required<Bake>();
  /** Its name; it stands on the scale, which is to be set to zero. */
  readonly changed = output<string>();
  protected readonly isAsking = signal(false);
  protected readonly bowls = computed(() =>
    bowlsOf(this.bake()).map(({ name, massG }) => ({ name, isHere: name === this.bake().bowl, words: SAY.bowlHolds(name || SAY.theFirstBowl, showNumber(massG, 0)) })),
  );

  protected another(name: string): void {
    const taken = new Set(this.bowls().map((one) => one.name));
    const [asked, next] = [name.trim(), SAY.bowlNumber(this.bowls().length + 1)];
    this.isAsking.set(false);
    this.changed.emit(asked === '' ? next : taken.has(asked) ? SAY.bowlAgain(asked, this.bowls().length + 1) : asked);
  }
}
