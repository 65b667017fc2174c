import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type Formula, type GoalState, LIMITS, portionWordFor } from '@fellmist/core';
import type { BenchState } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { DraftBook } from '../state/draftBook';
import { goalWords } from '../ui/goalWords';
import { frameBehind } from '../ui/frameBehind';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Preferences } from '../state/preferences';
import { Button } from '../ui/zorro/button';
import { type MoreItem, MoreMenu } from '../ui/more-menu';
import { SaveOrBake } from '../parts/save-or-bake';
import { Ways } from '../parts/ways';
import { Tooltip } from '../ui/zorro/tooltip';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';
import { Stands } from '../ui/stands';

/** Title, class, portions, goals, tries and the state of saving. */
@Component({
  selector: 'fm-bench-head',
  imports: [Button, Field, MoreMenu, Picker, SaveOrBake, Stands, Tooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-head.html',
  styleUrl: './bench-head.less',
})
export class BenchHead {
  protected readonly say = SAY;
  private readonly ways = inject(Ways);
  protected readonly portionWord = computed(() => portionWordFor(this.formula().portionWord, this.formula().portions));
  protected readonly fieldNumber = fieldNumber;
  protected readonly desk = inject(Desk);
  readonly state = input.required<BenchState>();
  readonly unsaved = input.required<boolean>();
  readonly formula = input.required<Formula>();
  readonly undone = output();
  readonly redone = output();
  readonly saved = output();
  readonly draftDiscarded = output();
  readonly broughtBack = output();
  readonly wentOn = output();
  protected readonly drafts = inject(DraftBook);
  /** An unreadable draft as a file to keep. */
  protected readonly keptFile = computed(() => {
    const kept = this.state().keptText;
    return kept && { name: `${kept.title.replace(/[^\p{L}\p{N}]+/gu, '-')}-draft.json`, url: `data:application/json;charset=utf-8,${encodeURIComponent(kept.text)}` };
  });
  private readonly preferences = inject(Preferences);
  readonly triesAsked = output();
  readonly goalsAsked = output();
  private readonly times = new Intl.DateTimeFormat(LOCALE, { hour: '2-digit', minute: '2-digit' });

  private readonly days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });

  protected readonly savedWords = computed(() => {
    const { saving, saved, head, waiting } = this.state();
    if (saving === 'saving') return SAY.saving;
    if (this.unsaved()) return SAY.notSaved2;
    if (waiting.length > 0) return SAY.waitsForTheServer;
    if (!saved || !head) return '';
    const at = new Date(head.createdAt);
    return SAY.saved2((at.toDateString() === new Date().toDateString() ? this.times : this.days).format(at));
  });

  protected readonly more = computed((): readonly MoreItem[] => {
    const { formulaId, head, waiting } = this.state();
    const isOnlyHere = this.unsaved() || waiting.length > 0;
    const exported = isOnlyHere || !formulaId || !head ? { words: SAY.exportOnceItIsSaved } : { words: SAY.exportTheRecipe, href: `/api/formulas/${formulaId}/recipe.jsonld` };
    return [...this.ways.from('bench', formulaId), { words: SAY.nameThisTry, run: () => this.triesAsked.emit() }, exported];
  });

  protected readonly classOptions = computed(() => (this.desk.tables()?.classes ?? []).map(({ id, name }) => ({ value: id, label: name })));
  private readonly behind = frameBehind(this.desk.sheet);
  protected readonly classId = this.behind(() => this.desk.standing()?.product?.id ?? '');
  /** The goals in one short word on the button, all of them in its title. */
  protected readonly goalWords = this.behind(() => {
    const states = this.desk.goals();
    const goalSaid = ({ goal }: Pick<GoalState, 'goal'>): string => goalWords(goal, this.formula().portionWord, (amount) => this.preferences.showPrice(amount));
    const goals = this.formula().goals;
    const broken = (goals?.excluded ?? []).filter((allergen) => this.desk.rebuild()?.allergens.contains.includes(allergen));
    const all = [...states.map((state) => `${goalSaid(state)} ${state.state}`), ...(goals?.schools ?? []), ...(goals?.excluded ?? []).map((allergen) => SAY.no(allergen))];
    const count = states.length + (goals?.excluded.length ?? 0);
    const met = states.filter(({ state }) => state === 'met').length + (goals?.excluded.length ?? 0) - broken.length;
    const tally = count > 0 ? SAY.ofGoals(met === count ? '✓' : '✗', met, count) : '';
    return { all: all.join(', '), missed: met < count, short: [tally, ...(goals?.schools ?? [])].filter(Boolean).join(' · ') || SAY.setGoals };
  });

  protected readonly tryWords = computed(() => {
    const { head, base, tries } = this.state();
    const on = base ?? head;
    return on ? { short: SAY.tryOf(on.number, tries.length), all: on.label || SAY.saved } : undefined;
  });

  protected readonly limits = LIMITS;

  protected judgeAs(classId: string): void {
    this.desk.describe({ classId: classId === '' ? undefined : classId }, 'class');
  }

  protected rename(title: string): void {
    if (title.trim() !== '') this.desk.describe({ title }, 'title');
  }

  protected givePortions(text: string): void {
    const portions = numberWithin(text, 0.1, LIMITS.portions);
    if (portions !== undefined) this.desk.describe({ portions }, 'portions');
  }
}
