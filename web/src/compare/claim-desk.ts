import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { type Claim, type Explanation, judgeClaim, type JudgedFigure, readClaim } from '@fellmist/core';
import { CompareDesk } from '../state/compareDesk';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { FIGURE_ROWS, showNumber } from '../ui/figures';
import { sizeWords } from '../ui/goalWords';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** Figures stated with a recipe held against what its lines come to, and what would explain the difference. */
@Component({
  selector: 'fm-claim-desk',
  imports: [Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './claim-desk.html',
  styleUrl: './claim-desk.less',
})
export class ClaimDesk {
  protected readonly say = SAY;
  private readonly compare = inject(CompareDesk);
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly formulaId = input.required<string>();
  private readonly original = computed(() => this.compare.sheetOf(this.formulaId())?.original);
  /** What was stated with the recipe stands here until something else is typed. */
  protected readonly text = linkedSignal(() => this.original()?.claim?.text ?? '');
  private readonly claim = computed((): Claim | undefined => {
    const kept = this.original()?.claim;
    return this.text() === kept?.text ? kept : readClaim(this.text());
  });
  protected readonly isUnread = computed(() => this.text().trim() !== '' && !this.claim());

  private readonly judged = computed(() => {
    const [formula, claim, larder] = [this.original(), this.claim(), this.desk.larder()];
    const loss = formula && this.desk.analysed(formula)?.product?.loss;
    return formula && claim && larder ? judgeClaim(formula, claim, larder, this.preferences.counting(), loss) : undefined;
  });

  protected readonly perWords = computed(() => {
    const [claim, formula] = [this.claim(), this.original()];
    return claim && formula ? SAY.readAs(sizeWords(claim.per, formula.portionWord)) : '';
  });
  protected readonly rows = computed(() => (this.judged()?.figures ?? []).map((one) => this.row(one)));

  private row({ figure, claimed, reckoned, state }: JudgedFigure) {
    const { name, unit, digits } = FIGURE_ROWS.find(({ key }) => key === figure) ?? { name: figure, unit: '', digits: 1 };
    const times = reckoned && reckoned > 0 && claimed > 0 ? claimed / reckoned : undefined;
    const off = times === undefined ? SAY.off : times > 1 ? SAY.timesTooMuch(showNumber(times, 1)) : SAY.timesTooLittle(showNumber(1 / times, 1));
    return {
      figure,
      name: `${name.replace(/^./, (first) => first.toUpperCase())}, ${unit}`,
      claimed: showNumber(claimed, digits),
      reckoned: reckoned === undefined ? SAY.unknown : showNumber(reckoned, digits),
      words: state === 'agrees' ? SAY.agrees : state === 'open' ? SAY.cannotBeTold : off,
      state,
    };
  }

  protected readonly verdict = computed(() => {
    const figures = this.judged()?.figures ?? [];
    if (figures.length === 0) return '';
    if (figures.every(({ state }) => state === 'agrees')) return SAY.itAddsUp;
    return figures.some(({ state }) => state === 'off') ? SAY.itDoesNotAddUp : SAY.notAllCanBeTold;
  });

  protected readonly explanations = computed(() => {
    const { explanations = [], figures = [], ownEnergy } = this.judged() ?? {};
    const own = ownEnergy ? [SAY.ownParts(showNumber(ownEnergy.stated, 0), showNumber(ownEnergy.least, 0), showNumber(ownEnergy.most, 0))] : [];
    const isOff = figures.some(({ state }) => state === 'off');
    return [...own, ...explanations.map((one) => this.explained(one)), ...(isOff && explanations.length === 0 ? [SAY.nothingExplains] : [])];
  });

  private explained(one: Explanation): string {
    const word = this.original()?.portionWord ?? '';
    switch (one.kind) {
      case 'portions':
        return SAY.wouldBePortions(one.portions);
      case 'per':
        return SAY.wouldBePer(sizeWords(one.per, word));
      case 'raw':
        return SAY.wouldBeRaw;
      case 'kilojoules':
        return SAY.wouldBeKilojoules;
      case 'carbohydrate':
        return SAY.wouldBeCarbs;
      case 'omitted':
        return SAY.wouldBeWithout(this.desk.foodName(one.line.foodId) ?? one.line.name);
      case 'cooked':
        return SAY.wouldBeCooked(this.desk.foodName(one.line.foodId) ?? one.line.name);
    }
  }
}
