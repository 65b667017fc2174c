import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { mainPart, portionWordFor } from '@fellmist/core';
import {
  type Bake,
  type BatterVolume,
  betterVessel,
  depthWords,
  factorToFill,
  factorWords,
  fitBriefly,
  fitOf,
  fitWords,
  goesIn,
  inWeighingOrder,
  isForMixing,
  isInOwnTin,
  isOwn,
  mixerUse,
  movedRoles,
  type Offered,
  type ScaleAsk,
  scaleFor,
  usualMixers,
  usualVessels,
  type Vessel,
  volumeOf,
} from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import type { Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { OwnVessel } from '../parts/own-vessel';
import { Picker } from '../ui/pick';
import { Told } from '../ui/told';
import { Stands } from '../ui/stands';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { MixingOrder } from './mixing-order';
import { VesselDrawing } from './vessel-drawing';
import { SAY } from './words';

/** A vessel that is offered, and how the mix would sit in it. */
interface Choosable {
  readonly vessel: Vessel;
  readonly words: string;
}

function choosable(offered: readonly Offered[], volume: BatterVolume): readonly Choosable[] {
  return offered.map(({ vessel, fit }) => ({ vessel, words: fit ? fitBriefly(fit, volume) : '' }));
}

/** How large the batch is, what it goes into, and in which order it is mixed. */
@Component({
  selector: 'fm-plan-tab',
  imports: [Button, Field, MixingOrder, NgTemplateOutlet, OwnVessel, Picker, Stands, VesselDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-tab.html',
  styleUrl: './plan-tab.less',
})
export class PlanTab {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  private readonly told = inject(Told);
  protected readonly desk = inject(BakeDesk);
  readonly bake = input.required<Bake>();
  readonly allIn = output();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly leftOf = signal<string | undefined>(undefined);
  protected readonly isOwn = signal(false);
  protected readonly factor = computed(() => fieldNumber(this.bake().factor, 2));
  protected readonly makes = computed(() => fieldNumber(this.bake().exact.portions, 1));
  protected readonly word = computed(() => portionWordFor(this.bake().plan.portionWord, this.bake().exact.portions));

  private readonly byId = computed(() => new Map(this.desk.vessels().map((vessel) => [vessel.id, vessel])));
  protected readonly vesselOptions = computed((): readonly Option<string>[] => {
    const heat = this.desk.heat();
    // The one of last time may be forgotten since.
    const chosen = this.bake().vessel?.vessel;
    const last = [...this.desk.vessels(), ...(chosen && !this.byId().has(chosen.id) ? [chosen] : [])].filter((vessel) => !isForMixing(vessel));
    const [before, after]: readonly (readonly Vessel['use'][])[] =
      heat === 'none' ? [['keep', 'churn'], []] : heat === 'griddle' ? [['griddle'], ['bake']] : [['bake'], ['griddle']];
    const shapes = this.desk.product()?.into ?? [];
    const isUsual = ({ id, shape }: Vessel): boolean => shapes.includes(id) || shape === shapes[0];
    const first = (one: Vessel): number => (before?.includes(one.use) ? (isUsual(one) ? 0 : 1) : after?.includes(one.use) ? 2 : 3);
    return last.sort((a, b) => first(a) - first(b)).map(({ id, name }) => ({ value: id, label: name }));
  });
  /** As long as nothing is chosen: what such a thing usually goes into, a press each. */
  protected readonly usual = computed((): readonly Choosable[] => {
    const [volume, product] = [this.desk.volume(), this.desk.product()];
    return this.bake().vessel || !volume || !product || product.heat !== this.desk.heat() ? [] : choosable(usualVessels(this.desk.vessels(), volume, product), volume);
  });
  /** What is blended needs a jar, what is whipped a bowl. */
  protected readonly usualMixers = computed((): readonly Choosable[] => {
    const { mixedIn, plan } = this.bake();
    const [volume, use] = [this.desk.volume(), mixerUse(plan)];
    return mixedIn || !volume || use === undefined ? [] : choosable(usualMixers(this.desk.vessels(), volume, use), volume);
  });
  /** Jars and bowls, to be left again. */
  protected readonly mixerOptions = computed((): readonly Option<string>[] =>
    this.desk
      .vessels()
      .filter(isForMixing)
      .map(({ id, name }) => ({ value: id, label: name })),
  );
  /** How the mix sits in the jar or bowl: one that is too small is filled more than once. */
  protected readonly mixed = computed(() => {
    const [chosen, volume, product] = [this.bake().mixedIn, this.desk.volume(), this.desk.product()];
    if (!chosen || !volume) return undefined;
    const fit = fitOf(chosen.vessel, chosen.count, volume, product);
    return { words: fitWords(fit, volume, this.desk.vessels(), product), isRight: goesIn(chosen.vessel, volume) === 1 };
  });
  protected readonly lineOptions = computed((): readonly Option<string>[] => inWeighingOrder(this.bake()).map((line) => ({ value: line.id, label: this.desk.lineName(line) })));

  /** Pieces are poured onto a plate one by one: it is not filled. */
  protected readonly isByPieces = computed(() => this.desk.product()?.heat === 'griddle' && this.bake().vessel?.vessel.use === 'griddle');

  /** Where no tin is filled: what is done with the plate, or what there is to choose. */
  protected readonly hint = computed((): string => {
    const isPoured = this.desk.product()?.thickCm !== undefined;
    if (this.isByPieces()) return isPoured ? SAY.pouredInPieces : SAY.laidInPieces;
    if (this.desk.heat() === 'griddle') return isPoured ? SAY.chooseAPlateToSee : SAY.chooseAPlate;
    return this.usual().length > 0 ? '' : SAY.chooseATinToSee;
  });

  protected readonly fit = computed(() => {
    const [chosen, volume, product] = [this.bake().vessel, this.desk.volume(), this.desk.product()];
    if (!chosen || !volume || this.isByPieces()) return undefined;
    const fit = fitOf(chosen.vessel, chosen.count, volume, product, isInOwnTin(this.bake()));
    return {
      fit,
      words: fitWords(fit, volume, this.desk.vessels(), product),
      isRight: fit.state === 'good',
      better: fit.state === 'good' ? undefined : betterVessel(this.desk.vessels(), fit, volume, product)?.vessel,
      fill: factorWords(this.bake().factor * factorToFill(chosen.vessel, chosen.count, volume, product)),
    };
  });

  /** Against the same tin at the formula's own size: what another depth asks for. */
  protected readonly depth = computed(() => {
    const [fit, larder, stored, product] = [this.fit(), this.desk.larder(), this.desk.stored(), this.desk.product()];
    const part = larder && stored && mainPart(stored.formula, larder);
    if (!fit || !part || product?.heat !== 'oven') return undefined;
    const own = fitOf(fit.fit.vessel, fit.fit.count, volumeOf(part, larder, product, stored.formula.portions), product);
    return depthWords(own.risenCm, fit.fit.risenCm);
  });

  /** What rounding to this kitchen has moved. */
  protected readonly rounding = computed(() => {
    const larder = this.desk.larder();
    const moved = larder ? movedRoles(this.bake().exact, this.bake().plan, larder) : [];
    if (moved.length === 0) return undefined;
    return SAY.roundingMoves(moved.map(({ name, before, now, digits }) => SAY.fromTo(name.toLowerCase(), showNumber(before, digits), showNumber(now, digits))).join(', '));
  });

  protected ask(ask: ScaleAsk): void {
    const [stored, larder, volume, plan] = [this.desk.stored(), this.desk.larder(), this.desk.volume(), this.desk.plan()];
    if (!stored || !larder || !volume || !plan) {
      this.fault.set(SAY.theFoodsAreNotLoaded);
      return;
    }
    const part = mainPart(stored.formula, larder);
    const own = part ? volumeOf(part, larder, this.desk.product()) : volume;
    const yieldG = plan.views.yield.massG / this.bake().factor;
    const scaled = scaleFor(ask, stored.formula, { larder, volume: own, product: this.desk.product(), yieldG }, this.bake().factor);
    this.fault.set(scaled.ok ? undefined : scaled.error);
    if (scaled.ok) this.desk.tell({ kind: 'scaled', factor: scaled.factor, words: scaled.words });
  }

  protected byFactor(text: string): void {
    this.ask({ by: 'factor', factor: numberWithin(text, 0, 1000) ?? NaN });
  }

  protected byPortions(text: string): void {
    this.ask({ by: 'portions', portions: numberWithin(text, 0, 10_000) ?? 0 });
  }

  protected byWeight(text: string): void {
    const eachG = numberWithin(text, 0.1, 10_000);
    if (eachG === undefined) this.fault.set(SAY.giveGrams);
    else this.ask({ by: 'portions', portions: this.bake().exact.portions, eachG });
  }

  protected byLeft(text: string): void {
    const massG = numberWithin(text, 0.1, 100_000);
    if (massG === undefined) this.fault.set(SAY.giveGrams);
    else this.ask({ by: 'left', lineId: this.leftOf() ?? this.lineOptions()[0]?.value ?? '', massG });
  }

  /** The same depth in this tin as in the one that the formula was written for. */
  protected fromTin(id: string): void {
    const [from, chosen] = [this.byId().get(id), this.bake().vessel];
    if (from && chosen) this.ask({ by: 'tins', from, to: { ...chosen.vessel, places: chosen.vessel.places * chosen.count } });
  }

  protected readonly isOwnTin = computed(() => {
    const chosen = this.bake().vessel;
    return chosen !== undefined && isOwn(chosen.vessel);
  });

  protected forget(vessel: Vessel): void {
    this.told.undoable(SAY.forgot(vessel.name), this.desk.forgetVessel(vessel));
  }

  protected fill(): void {
    const chosen = this.bake().vessel;
    if (chosen) this.ask({ by: 'vessel', ...chosen });
  }

  protected choose(id: string): void {
    const vessel = this.byId().get(id);
    if (vessel) this.take(vessel);
  }

  protected chooseMixer(id: string): void {
    const vessel = this.byId().get(id);
    if (vessel) this.take(vessel);
  }

  protected take(vessel: Vessel, count = 1): void {
    this.isOwn.set(false);
    this.desk.tell({ kind: 'vessel chosen', vessel, count });
  }

  protected count(text: string): void {
    const [count, chosen] = [numberWithin(text, 1, 20), this.bake().vessel];
    if (chosen && count !== undefined) this.take(chosen.vessel, Math.round(count));
  }
}
