import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, linkedSignal, signal, untracked } from '@angular/core';
import { Router } from '@angular/router';
import {
  limitFaults,
  portionWordFor,
  LIMITS,
  allLines,
  changeLine,
  type Formula,
  type Larder,
  type Line,
  lineState,
  type MeasureSystem,
  type Mend,
  mendLine,
  readDocument,
  type ReadDocument,
  withDiet,
  worksheetFrom,
} from '@fellmist/core';
import { Store } from '@ngrx/store';
import { benchActions } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { FirstSteps } from '../state/firstSteps';
import { LarderDesk } from '../state/larderDesk';
import { Preferences } from '../state/preferences';
import { Choice, type Option } from '../ui/choice';
import { FarReader, READ_HERE } from './far-reader';
import { ReadLine } from './read-line';
import { remember, remembered } from '../ui/memory';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Stands } from '../ui/stands';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

const KEPT = 'fellmist.paste';
/** Pause in typing after which names nobody knows are looked for in the long list, milliseconds. */
const STRANGERS_WAIT_MS = 500;

/** The text across a reload; a browser that keeps nothing, or not so much, still has it in the field. */
function keepText(text: string): void {
  remember(KEPT, text === '' ? undefined : text, 'tab');
}

function keptText(): string {
  return remembered(KEPT, 'tab') ?? '';
}

interface Reading {
  readonly formula?: Formula;
  readonly basedOn?: Formula;
  readonly remarks: readonly string[];
  readonly error?: string;
}

/** A recipe as text on the left, what Fellmist reads in it on the right, mended in place and put on the bench. */
@Component({
  selector: 'fm-paste',
  imports: [Button, Choice, Field, ReadLine, Stands],
  providers: [FarReader],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './paste.html',
  styleUrl: './paste.less',
})
export class Paste {
  protected readonly say = SAY;
  protected readonly portionWordFor = portionWordFor;
  protected readonly fieldNumber = fieldNumber;
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly text = signal(keptText());
  private readonly preferences = inject(Preferences);
  protected readonly measures = linkedSignal<MeasureSystem>(() => this.preferences.settings().measures);
  protected readonly title = signal<string | undefined>(undefined);
  protected readonly portions = signal<number | undefined>(undefined);
  protected readonly tried = signal(false);
  /** The bench itself could not be fetched. */
  protected readonly openFault = signal(false);
  /** Mends by the text of their line, so that they outlive further typing. */
  private readonly mends = signal<ReadonlyMap<string, readonly Mend[]>>(new Map());
  protected readonly cups: readonly Option<MeasureSystem>[] = [
    { label: SAY.usCup237Ml, value: 'us' },
    { label: SAY.metricCup250Ml, value: 'metric' },
    { label: SAY.ukPint568Ml, value: 'uk' },
    { label: SAY.australian20Ml, value: 'au' },
  ];

  /** What the worker made of this text, once it has. */
  private readFar(text: string, larder: Larder): ReadDocument | undefined {
    const answer = this.far.answer();
    return answer?.text === text && answer.larder === larder && answer.measures === this.measures() ? answer.read : undefined;
  }

  private readonly far = inject(FarReader);
  private readonly isLong = computed(() => this.text().length > READ_HERE);
  protected readonly isReading = computed(() => this.isLong() && this.desk.larder() !== undefined);

  private readonly read = computed((): Reading => {
    const larder = this.desk.larder();
    const text = this.text();
    if (!larder) return { remarks: [] };
    const read = this.isLong() ? this.readFar(text, larder) : readDocument(text, larder, this.measures());
    if (!read) return { remarks: [] };
    return read.ok ? read : { remarks: [], error: read.error };
  });

  protected readonly reading = computed((): Reading => {
    const read = this.read();
    const larder = this.desk.larder();
    if (!read.formula || !larder) return read;
    const mended = allLines(read.formula).reduce((formula, line) => {
      const mends = this.mends().get(line.text) ?? [];
      return mends.length === 0 ? formula : changeLine(formula, line.id, () => [mends.reduce((current: Line, mend) => mendLine(current, mend, larder, formula.measures), line)]);
    }, read.formula);
    const formula = {
      ...mended,
      title: this.title()?.trim() || mended.title,
      portions: this.portions() ?? mended.portions,
      portionWord: this.portions() && mended.portionWord === 'batch' ? 'portion' : mended.portionWord,
    };
    return { ...read, formula };
  });

  /** What passes the most that can be kept, said where it is passed; nothing is cut. */
  protected readonly overLimits = computed((): readonly string[] => {
    const { formula } = this.reading();
    return formula ? limitFaults(formula) : [];
  });

  /** Pressed before the text was read: done once it is. */
  private readonly isWanted = signal(false);
  private readonly isPending = computed(() => !this.isBlank() && !this.reading().formula && this.reading().error === undefined);
  protected readonly isBlank = computed(() => this.text().trim() === '');
  protected readonly counts = computed(() => {
    const states = this.reading().formula ? allLines(this.reading().formula as Formula).map(lineState) : [];
    return { lines: states.length, unsure: states.filter((state) => state === 'unsure').length, gaps: states.filter((state) => state === 'gap').length };
  });

  private readonly strangers = computed(() => {
    const { formula } = this.reading();
    return formula ? allLines(formula).flatMap((line) => (line.foodId === undefined && line.name.length > 2 ? [line.name.slice(0, 120)] : [])) : [];
  });

  constructor() {
    if (inject(FirstSteps).isOn() && this.isBlank()) this.useExample();
    const larderDesk = inject(LarderDesk);
    const asked = new Set<string>();
    let waiting: ReturnType<typeof setTimeout> | undefined;
    effect(() => {
      const fresh = this.strangers().filter((name) => !asked.has(name));
      clearTimeout(waiting);
      if (fresh.length === 0) return;
      waiting = setTimeout(() => {
        for (const name of fresh) asked.add(name);
        larderDesk.takeUpNamed(fresh.slice(0, 60));
      }, STRANGERS_WAIT_MS);
    });
    effect(() => {
      const larder = this.desk.larder();
      if (larder && this.isLong()) this.far.ask(this.text(), larder, this.measures());
    });
    effect(() => {
      if (this.isWanted() && !this.isPending()) untracked(() => void this.put());
    });
    inject(DestroyRef).onDestroy(() => clearTimeout(waiting));
  }

  protected type(text: string): void {
    this.text.set(text);
    this.tried.set(false);
    this.isWanted.set(false);
    keepText(text);
  }

  protected useExample(): void {
    this.type(SAY.exampleRecipe);
  }

  protected givePortions(value: string): void {
    this.portions.set(numberWithin(value, 0.1, LIMITS.portions));
  }

  protected mend(line: Line, mend: Mend): void {
    const before = this.mends().get(line.text) ?? [];
    const others = before.filter((other) => other.kind !== mend.kind);
    this.mends.update((mends) => new Map(mends).set(line.text, [...others, mend]));
  }

  protected async put(): Promise<void> {
    this.tried.set(true);
    this.isWanted.set(this.isPending());
    if (this.isPending()) return;
    const { formula, basedOn } = this.reading();
    if (this.overLimits().length > 0) return;
    const larder = this.desk.larder();
    if (!formula || !larder) return;
    const sheet = withDiet(worksheetFrom(formula, basedOn, larder), this.preferences.settings());
    // The bench is fetched before anything lies on it: without it the text stays where it is.
    const isThere = await import('./bench').then(
      () => true,
      () => false,
    );
    this.openFault.set(!isThere);
    if (!isThere) return;
    const id = crypto.randomUUID();
    this.store.dispatch(benchActions.placed({ id, sheet }));
    await this.router.navigate(['/bench', id]);
    keepText('');
    this.store.dispatch(benchActions.save({ label: SAY.asPasted }));
  }
}
