import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { allergensOf, type Formula, portionWordFor, servedFormula } from '@fellmist/core';
import { type Bake, plateFigures, type ServedPlate, type Topping } from '@fellmist/core/bake';
import { dietWarning } from '../parts/dietWarning';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { showNumber } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { showPortions } from '../ui/portionWords';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { PortionTable } from './portion-table';
import { SAY } from './words';

/** Of portions: what a division leaves over is no portion. */
const A_CRUMB = 0.05;

/** All that the treat has for the table, and what else was put on these plates. */
function allOf(plates: readonly ServedPlate[], real: Formula): Formula {
  return { ...real, parts: [...real.parts, { id: 'plate', heading: '', lines: plates.flatMap(({ lines }) => lines) }] };
}

/** What each person has on the plate: portions, the toppings that are chosen at the table, and what else goes over it. */
@Component({
  selector: 'fm-plates',
  imports: [Button, Field, PortionTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plates.html',
  styleUrl: './plates.less',
})
export class Plates {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  readonly bake = input.required<Bake>();
  protected readonly fault = signal<string | undefined>(undefined);

  /** Parts that are chosen at the table, with what would be a portion's share of them. */
  protected readonly toppings = computed(() =>
    this.bake()
      .real.parts.filter(({ counting }) => counting === 'at the table')
      .map(({ id, heading, lines }) => ({ id, name: heading || SAY.topping, eachG: lines.reduce((sum, { massG = 0 }) => sum + massG, 0) / Math.max(this.bake().real.portions, 1) }))
      .map((one) => ({ ...one, hint: SAY.perhapsG(showNumber(one.eachG, 0)) })),
  );

  protected readonly rows = computed(() => {
    const [real, larder, bake] = [this.desk.real(), this.desk.larder(), this.bake()];
    if (!real || !larder) return [];
    const portion = { massG: real.views.portionMassG, figures: real.views.portion };
    return bake.plates.flatMap((plate, i) => {
      const found = plateFigures(plate, bake, portion, larder, this.preferences.counting());
      if (!found) return [];
      const { figures, massG } = found;
      const named = plate.toppings.map((one) => SAY.gOfIt(showNumber(one.massG, 0), bake.real.parts.find(({ id }) => id === one.partId)?.heading || SAY.topping));
      return {
        id: plate.eventId,
        name: plate.name || SAY.plateNumber(i + 1),
        what: [
          SAY.portionsOnIt(showNumber(plate.portions, Number.isInteger(plate.portions) ? 0 : 2), portionWordFor(bake.plan.portionWord, plate.portions)),
          ...named,
          ...plate.lines.map(({ text }) => text),
        ].join(', '),
        massG,
        figures,
      };
    });
  });

  /** Who has no plate yet, of those who are known: theirs is one press. */
  protected readonly unserved = computed(() => {
    const served = new Set(this.bake().plates.map(({ name }) => name.toLowerCase()));
    return this.desk.people().filter((name) => !served.has(name.toLowerCase()));
  });

  /** More lies on plates and is put away than there is. */
  protected readonly isTooMuch = computed(() => {
    const portions = this.desk.real()?.views.portions;
    return portions !== undefined && this.bake().given > portions + A_CRUMB ? SAY.moreThanThereIs(showPortions(this.bake().given), showPortions(portions)) : undefined;
  });

  /** What is on somebody's plate, or beside it on the table, that they may not have, as the House says it. */
  protected readonly warnings = computed(() => {
    const [larder, settings, bake] = [this.desk.larder(), this.preferences.settings(), this.bake()];
    if (!larder) return [];
    return [...new Set(bake.plates.map(({ name }) => name))].flatMap((name) => {
      const plates = bake.plates.filter((plate) => plate.name === name);
      const all = allOf(plates, bake.real);
      const served = allergensOf(servedFormula(all, new Set(plates.flatMap(({ toppings }) => toppings.map(({ partId }) => partId)))), larder);
      return dietWarning(name, settings, served, allergensOf(all, larder)) ?? [];
    });
  });

  /** Lays a plate; false where something of it cannot be counted, which is said. */
  protected lay(name: string, portionsText: string, toppingTexts: readonly string[], also: string): boolean {
    const portions = portionsText.trim() === '' ? 1 : numberWithin(portionsText, 0.05, 1000);
    const amounts = toppingTexts.map((text) => (text.trim() === '' ? 0 : numberWithin(text, 0, 1e4)));
    const lines = this.desk.readLines(also);
    const isOpen = lines.some(({ massG, foodId }) => massG === undefined || foodId === undefined);
    const isWrong = portions === undefined || amounts.includes(undefined);
    this.fault.set(isWrong ? SAY.aboveZero : isOpen ? SAY.sayWhatAndHowMuch : undefined);
    if (portions === undefined || isWrong || isOpen) return false;
    const toppings = this.toppings().flatMap(({ id }, i): readonly Topping[] => ((amounts[i] ?? 0) > 0 ? [{ partId: id, massG: amounts[i] ?? 0 }] : []));
    this.desk.tell({ kind: 'plated', name: name.trim(), portions, toppings, lines });
    return true;
  }

  protected texts(fields: NodeListOf<HTMLInputElement>): readonly string[] {
    return [...fields].map(({ value }) => value);
  }

  protected undo(eventId: string): void {
    this.desk.tell({ kind: 'undone', eventId });
  }
}
