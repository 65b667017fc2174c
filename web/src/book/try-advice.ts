import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router } from '@angular/router';
import type { StoredFormula } from '@fellmist/contract';
import { LIMITS, type Pack, proposalWords, settleOpen, testShowing, type Worksheet } from '@fellmist/core';
import {
  type Advice,
  asPoured,
  causesOf,
  changesBetween,
  isSameAmount,
  layAdvice,
  LEAST_TASTERS,
  penalties,
  TASTE_FAULTS,
  tellingTries,
  thirstOfTry,
  towards,
  type TryThirst,
} from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { benchActions, benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { larderFeature } from '../state/larder.feature';
import { LarderDesk } from '../state/larderDesk';
import { Told } from '../ui/told';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { faultsOf, likelyCauses, meanOf, type Numbered, proposalAfter, RIGHT } from './bookView';
import { SAY, SCALE_WORDS } from './words';

/** The name under which a pack keeps what a try taught it, so that it learns it once. */
const testId = (bakeId: string): string => `try-${bakeId}`.slice(0, 40);

const NOTHING = { scores: [] };

/** What to try next after two tries, and why the later one came out as it did: each a press away from the Bench. */
@Component({
  selector: 'fm-try-advice',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './try-advice.html',
  styleUrl: './try-advice.less',
})
export class TryAdvice {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  private readonly larderDesk = inject(LarderDesk);
  private readonly told = inject(Told);
  private readonly store = inject(Store);
  private readonly bench = this.store.selectSignal(benchFeature.selectBenchState);
  private readonly packs = this.store.selectSignal(larderFeature.selectAllPacks);
  readonly formulaId = input.required<string>();
  readonly tries = input.required<readonly Numbered[]>();
  readonly pair = input.required<readonly [Numbered, Numbered] | undefined>();
  protected readonly failure = signal<string | undefined>(undefined);
  /** The worksheets that the tries were baked from, by their try. */
  private readonly sheets = signal<ReadonlyMap<string, Worksheet>>(new Map());
  /** The try that is asked about: the later of two, or the only one. */
  protected readonly asked = computed(() => this.pair()?.[1] ?? this.tries().at(-1));

  /** A try as it was poured, at its formula's size. */
  private readonly sheetOf = (one: Numbered | undefined): Worksheet | undefined => {
    const sheet = one && this.sheets().get(one.tryId);
    return sheet && asPoured(sheet, one.poured, one.factor);
  };
  private readonly sheet = computed(() => this.sheetOf(this.asked()));
  /** Its lines are here: a press before that would come to nothing. */
  protected readonly isHere = computed(() => this.sheet() !== undefined && this.desk.larder() !== undefined && this.desk.tables() !== undefined);

  protected readonly proposal = computed(() => {
    const pair = this.pair();
    const found = pair && proposalAfter(pair[0], pair[1], this.tries());
    if (!pair || !found) return undefined;
    const { change, next, scale, trials } = found;
    const food = this.desk.foodName(change.foodId) ?? change.name;
    const sure =
      next.kind === 'fitted'
        ? SAY.likely(showNumber(next.low, 0), showNumber(next.high, 0))
        : next.kind === 'two points'
          ? SAY.makeSure
          : next.kind === 'further'
            ? SAY.further
            : SAY.cannotTell;
    const follows = SCALE_WORDS[scale].name.toLowerCase();
    // The later try is where the next one would be: nobody would tell the two apart.
    if ('amount' in next && isSameAmount(next.amount, change.thenG))
      return { amount: SAY.isThere(pair[1].number), rest: '', sure, why: SAY.scaleFollows(follows, food.toLowerCase()), bring: undefined, bringsRight: undefined };
    const reason = SAY.reasonOfNext(follows, food.toLowerCase(), trials.length);
    return {
      amount: 'amount' in next ? SAY.putItThere(food, showNumber(next.amount, 0)) : undefined,
      rest: SAY.allElse(pair[1].number),
      sure,
      why: SAY.scaleFollows(follows, food.toLowerCase()),
      /** The scale that the next amount is for: no other cause of it is sought. */
      bringsRight: 'amount' in next ? scale : undefined,
      bring: 'amount' in next && change.foodId !== undefined ? { foodId: change.foodId, massG: next.amount / pair[1].factor, reason } : undefined,
    };
  });

  /** Why no next amount is named. */
  protected readonly noProposal = computed(() => {
    const pair = this.pair();
    if (this.isRight()) return SAY.itIsRight(this.asked()?.number ?? '');
    if (!pair) return this.asked()?.scores.length ? SAY.oneTells : SAY.tasteFirst;
    const changes = changesBetween(pair[0].poured, pair[1].poured).length;
    if (changes > 1) return SAY.oneAtATime(changes);
    return changes === 0 ? SAY.nothingMoved : SAY.nobodyTasted;
  });

  /** Where several things changed: the tries that would tell which did it. */
  protected readonly telling = computed(() => {
    const pair = this.pair();
    if (!pair || this.isRight()) return [];
    // Seen from the later try, so that every amount is for a batch of its size; it is the earlier one that is baked again.
    const changes = changesBetween(pair[1].poured, pair[0].poured).map((one) => ({ ...one, name: this.desk.foodName(one.foodId) ?? one.name }));
    return tellingTries(changes.length).map((keeps) => {
      const others = changes.filter((_, i) => keeps[i] !== true);
      const [kept] = changes.filter((_, i) => keeps[i]);
      return { words: SAY.oneAlone(pair[0].number, kept ? SAY.putItThere(kept.name, showNumber(kept.thenG, 0)) : '', pair[1].number), others };
    });
  });

  /** The likely causes, each once with all that it would explain: what is seen first, questions last. */
  protected readonly causes = computed(() => {
    const [asked, sheet, larder, tables] = [this.asked(), this.sheet(), this.desk.larder(), this.desk.tables()];
    if (!asked || !sheet || !larder || !tables) return undefined;
    const told = faultsOf(asked).filter(({ scale }) => scale === undefined || scale !== this.proposal()?.bringsRight);
    const all = likelyCauses(told.map((one) => ({ told: one, causes: causesOf(one.fault, sheet, asked.process, larder, tables, one.off) })));
    return all.map(({ cause, explains }) => ({
      ...cause,
      // Where tries have shown how much of it is right, no reckoned amount stands beside that.
      actions: 'role' in cause.row.mend && cause.row.mend.role === this.proposal()?.bringsRight ? [] : cause.actions,
      explains: explains.map(({ told: { fault, scale, side }, reason }) => ({
        name: scale && side ? SCALE_WORDS[scale][side === 'low' ? 'little' : 'much'] : (TASTE_FAULTS.find(({ id }) => id === fault)?.words ?? fault),
        reason,
      })),
      mend: cause.actions.map((action) => proposalWords(action, sheet, larder)).join(', '),
    }));
  });

  /** It was tasted, is about right to all together, and nothing costs liking: nothing needs to be told apart. */
  private readonly isRight = computed(() => this.isClean() && this.asked()?.scores.length !== 0 && this.costs().rows.length === 0);

  /** Nobody remarked on anything. */
  protected readonly isClean = computed(() => faultsOf(this.asked() ?? NOTHING).length === 0);

  /** Packs whose thirst this try shows, as it came out as thick as it should be; those that have learned it already are left out. */
  protected readonly lessons = computed(() => {
    const [asked, sheet, larder, tables] = [this.asked(), this.sheet(), this.desk.larder(), this.desk.tables()];
    const thickness = asked && meanOf(asked, 'thickness');
    if (!sheet || !larder || !tables || thickness === undefined || Math.abs(thickness) > RIGHT) return [];
    return this.packs().flatMap(({ pack, version }) => {
      const found = thirstOfTry(sheet, pack.id, larder, tables);
      const isKnown = pack.thirstTests.some(({ id }) => id === testId(asked?.bakeId ?? ''));
      const now = larder.foods.get(pack.id)?.thirst?.gPerG;
      if (!found || isKnown || now === undefined) return [];
      return [{ pack, version, found, words: SAY.teachesThirst(pack.name, showNumber(found.gPerG, 2), showNumber(now, 2)) }];
    });
  });

  protected learn({ pack, version, found }: { readonly pack: Pack; readonly version: number; readonly found: TryThirst }): void {
    const [asked, larder] = [this.asked(), this.desk.larder()];
    if (!asked || !larder) return;
    const test = testShowing(found.gPerG, found.powderG, larder.foods.get(pack.kindId)?.roles.gluten?.amount);
    const of = SAY.fromTry(asked.poured.title, asked.number);
    const learned = { ...pack, thirstTests: [...pack.thirstTests, { ...test, id: testId(asked.bakeId), on: asked.at.slice(0, 10), of, spread: found.spread }] };
    this.larderDesk.savePack(learned, version).subscribe((saved) => {
      if (saved.ok) this.told.undoable(SAY.hasLearned(pack.name), () => this.larderDesk.savePack(pack, saved.stored.version).subscribe());
      else this.failure.set(saved.words);
    });
  }

  /** What costs liking, where there are tasters enough to say so. */
  protected readonly costs = computed(() => {
    const scores = this.asked()?.scores ?? [];
    const found = penalties(scores);
    if (!found) return { words: SAY.tooFewPenalties(scores.filter(({ overall }) => overall !== undefined).length, LEAST_TASTERS), rows: [] };
    const rows = found
      .filter(({ drop }) => drop > 0)
      .map(({ scale, side, share, drop }) => SAY.costs(SCALE_WORDS[scale][side === 'too little' ? 'little' : 'much'], showNumber(share * 100, 0), showNumber(drop, 1)));
    return { words: rows.length === 0 ? SAY.nothingCosts : '', rows };
  });

  constructor() {
    effect(() => {
      const [formulaId, wanted] = [this.formulaId(), (this.pair() ?? [this.asked()]).flatMap((one) => one?.tryId ?? [])];
      untracked(() => wanted.filter((tryId) => !this.sheets().has(tryId)).forEach((tryId) => this.fetch(formulaId, tryId)));
    });
  }

  private fetch(formulaId: string, tryId: string): void {
    this.asking
      .ask<StoredFormula>((ask) => benchActions.tryWanted({ ask, formulaId, tryId }))
      .subscribe((answer) => {
        if (answer.ok) this.sheets.update((sheets) => new Map(sheets).set(tryId, answer.value.worksheet));
        else this.failure.set(answer.words);
      });
  }

  /** The tried one as it was poured, with the next amount laid out for it; under a label it is taken and saved as the next try. */
  protected bringNext({ foodId, massG, reason }: { readonly foodId: string; readonly massG: number; readonly reason: string }, label?: string): void {
    const sheet = this.sheet();
    if (sheet) this.bring(sheet, [{ actions: towards(sheet, foodId, massG), reason, mark: 'M', source: SAY.sourceOfNext }], label);
  }

  protected bringCause({ actions, row }: { readonly actions: Advice['actions']; readonly row: Omit<Advice, 'actions'> }, label?: string): void {
    const sheet = this.sheet();
    if (sheet) this.bring(sheet, [{ actions, reason: row.reason, mark: row.mark, source: row.source }], label);
  }

  /** The later try with everything but one change as it was in the earlier one. */
  protected bringTelling({ others }: { readonly others: readonly { readonly foodId: string | undefined; readonly nowG: number }[] }): void {
    const [sheet, factor] = [this.sheet(), this.asked()?.factor ?? 1];
    if (!sheet) return;
    const actions = others.flatMap(({ foodId, nowG }) => (foodId === undefined ? [] : towards(sheet, foodId, nowG / factor)));
    this.bring(sheet, [{ actions, reason: SAY.reasonOfOne, mark: 'M', source: SAY.sourceOfNext }]);
  }

  private bring(sheet: Worksheet, advice: readonly Advice[], label?: string): void {
    const [asked, larder, tables, formulaId] = [this.asked(), this.desk.larder(), this.desk.tables(), this.formulaId()];
    if (!asked || !larder || !tables) return;
    const laid = advice.reduce((all, one) => layAdvice(all, one, larder, tables), sheet);
    const brought = label === undefined ? laid : settleOpen(laid, larder);
    this.asking
      .ask<StoredFormula>((ask) => benchActions.sheetBrought({ ask, formulaId, tryId: asked.tryId, sheet: brought, words: SAY.asPoured(asked.number) }))
      .subscribe((answer) => {
        if (!answer.ok) {
          this.failure.set(answer.words);
          return;
        }
        // What lay unsaved on the Bench is one step of undo beneath it: a save would let that go.
        const { past, saved } = this.bench();
        if (label !== undefined && past.at(-1)?.sheet === saved) this.store.dispatch(benchActions.save({ label: label.slice(0, LIMITS.label) }));
        void this.router.navigate(['/bench', formulaId]);
      });
  }
}
