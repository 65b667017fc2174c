import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, type ElementRef, inject, input, signal, untracked, viewChild } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { type BakeLine, MOST_POUR_G, nextLine, type PourChoice, pourChoices, pourState, type Stage, stepToDo } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { StepCautions } from '../parts/step-cautions';
import { KitchenAids } from '../state/kitchenAids';
import { bakeActions } from '../state/bake.actions';
import { BakeDesk } from '../state/bakeDesk';
import { bakeFeature } from '../state/bake.feature';
import { Preferences } from '../state/preferences';
import { isTyping, Keys } from '../ui/keys';
import { readAmountTyped } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { AllIn } from './all-in';
import { AsPlanned } from './as-planned';
import { beforeWords, comingNext } from './aroundIt';
import { BowlDrawing } from './bowl-drawing';
import { Bowls } from './bowls';
import { grams } from './grams';
import { LinkWords } from './link-words';
import { PourScale } from './pour-scale';
import { PourTrough } from './pour-trough';
import { PourTruth } from './pour-truth';
import { Practice } from './practice';
import { SomethingElse } from './something-else';
import { SetAside } from './set-aside';
import { afterStep } from './tabs';
import { SAY } from './words';

/** Weighing out, one food at a time, with the scale's reading filling the line. */
@Component({
  selector: 'fm-weigh',
  imports: [AllIn, AsPlanned, BowlDrawing, Bowls, Button, Field, LinkWords, PourTrough, PourTruth, Practice, RouterLink, SetAside, StepCautions, SomethingElse],
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [PourScale],
  templateUrl: './weigh.html',
  styleUrl: './weigh.less',
  host: { '(document:keydown)': 'press($event)' },
})
export class Weigh {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(BakeDesk);
  protected readonly aids = inject(KitchenAids);
  readonly id = input.required<string>();
  protected readonly failure = this.store.selectSignal(bakeFeature.selectFailure);
  private readonly scale = inject(PourScale);
  /** The line that is weighed, where the baker chose another than the next. */
  private readonly chosen = signal<string | undefined>(undefined);
  /** A pour that is off and not decided yet. */
  protected readonly judging = signal<string | undefined>(undefined);
  protected readonly isElse = signal(false);
  protected readonly told = signal<string | undefined>(undefined);
  private readonly waits = signal(false);
  private readonly typedField = viewChild<ElementRef<HTMLInputElement>>('typed');

  /** What is to be done before the next food. */
  protected readonly toDo = computed((): Stage | undefined => {
    const bake = this.desk.bake();
    return bake && this.judging() === undefined && this.chosen() === undefined ? stepToDo(bake) : undefined;
  });
  /** What the large key says of the last step, which leads on. */
  protected readonly then = computed(() => {
    const [bake, step] = [this.desk.bake(), this.toDo()];
    return bake && step && afterStep(step, bake, this.desk.heat());
  });
  protected readonly line = computed((): BakeLine | undefined => {
    const bake = this.desk.bake();
    const [id, judged] = [this.chosen(), this.judging()];
    return bake?.lines.find((line) => line.id === (judged ?? id)) ?? (bake && !this.toDo() ? nextLine(bake) : undefined);
  });
  protected readonly name = computed(() => this.desk.lineName(this.line()));
  protected readonly stage = computed(() => {
    const [bake, line, step] = [this.desk.bake(), this.line(), this.toDo()];
    const at = bake?.stages.findIndex(({ id, lineIds }) => (line ? lineIds.includes(line.id) : id === step?.id)) ?? -1;
    const stage = bake?.stages[at];
    return stage ? { words: SAY.stageOf(at + 1, bake?.stages.length ?? 1, stage.words), then: stage.then } : undefined;
  });
  protected readonly stepG = computed(() => this.scale.stepG());
  protected readonly net = computed(() => this.scale.net());
  protected readonly isSteady = computed(() => this.scale.isSteady());
  protected readonly shown = computed(() => {
    const [net, line] = [this.net(), this.line()];
    return net === undefined || !line ? undefined : line.pouredG + net;
  });
  protected readonly big = computed(() => {
    const shown = this.shown();
    return shown === undefined ? '–' : grams(shown, this.stepG());
  });

  protected readonly takeWords = computed(() => ((this.net() ?? 0) === 0 ? SAY.takeIt : SAY.take(this.big())));

  protected readonly scaleWords = computed(() => this.scale.words(this.line()?.pouredG ?? 0));

  protected readonly choices = computed((): readonly PourChoice[] => {
    const [id, bake, larder] = [this.judging(), this.desk.bake(), this.desk.larder()];
    const line = bake?.lines.find((one) => one.id === id);
    return bake && line && larder ? pourChoices(bake, line, larder, this.stepG(), this.desk.product()) : [];
  });

  protected readonly coming = computed(() => comingNext(this.desk, this.line()?.id));

  protected readonly before = computed(() => beforeWords(this.desk, this.stepG()));

  /** What is next, as it is said aloud. */
  private readonly spoken = computed(() => {
    const [step, line] = [this.toDo(), this.line()];
    if (step) return step.then;
    return line ? SAY.sayNext(this.name(), line.spoon ?? (line.plannedG === undefined ? '' : SAY.grammes(grams(line.plannedG, line.plannedG < 10 ? 0.1 : 1)))) : SAY.allIsIn;
  });

  constructor() {
    this.store.dispatch(bakeActions.scaleListened());
    const destroyed = inject(DestroyRef);
    destroyed.onDestroy(this.aids.stayAwake());
    effect(() => this.aids.speak(this.spoken()));
    destroyed.onDestroy(() => this.store.dispatch(bakeActions.scaleLeft()));
    inject(Keys).bind(
      [
        { keys: 'Enter', words: SAY.takeTheReading },
        { keys: 'T', words: SAY.tare },
        { keys: 'E', words: SAY.somethingElse },
        { keys: 'B', words: SAY.backUndo },
        { keys: 'Space', words: SAY.nextFood },
      ],
      destroyed,
    );
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.desk.open(id);
      });
    });
    effect(() => {
      const reading = this.scale.reading();
      untracked(() => {
        if (this.scale.follow(reading)) this.told.set(SAY.scaleIsBack);
        if (this.waits() && this.scale.isSteady()) this.take();
      });
    });
  }

  /** Takes what the scale shows, once it is steady. */
  protected take(): void {
    const [line, net, reading] = [this.line(), this.net(), this.scale.reading()];
    if (!line || net === undefined || reading?.kind !== 'reading') {
      this.told.set(SAY.typeInstead);
      return;
    }
    if (!reading.isSteady) {
      this.waits.set(true);
      this.told.set(SAY.takenWhenSteady);
      return;
    }
    this.waits.set(false);
    if (Math.abs(net) < reading.stepG / 2) {
      this.told.set(SAY.nothingOnIt);
      return;
    }
    if (net < 0 && line.pouredG === 0) {
      this.told.set(SAY.belowZero);
      return;
    }
    this.scale.tare();
    if (net > 0) this.pour(line, net, 'scale');
    else {
      this.desk.tell({ kind: 'poured back', lineId: line.id, massG: -net });
      this.judge(line.id);
    }
  }

  private pour(line: BakeLine, massG: number, by: 'scale' | 'typed' | 'spoon'): void {
    this.told.set(undefined);
    this.desk.tell({ kind: 'poured', lineId: line.id, massG, by, ...(line.foodId === undefined ? {} : { foodId: line.foodId }) });
    this.judge(line.id);
  }

  /** A pour that is off waits for a word; one that is good makes way for the next. */
  private judge(lineId: string): void {
    const line = this.desk.bake()?.lines.find(({ id }) => id === lineId);
    const isOff = line?.plannedG !== undefined && line.plannedG > 0 && line.pouredG > 0 && pourState(line.plannedG, line.pouredG, this.stepG()) !== 'good';
    this.chosen.set(undefined);
    this.judging.set(isOff && !line.isAdded ? lineId : undefined);
  }

  protected takeSpoon(): void {
    const line = this.line();
    if (line?.plannedG !== undefined) this.pour(line, line.plannedG, 'spoon');
  }

  protected type(text: string): void {
    const [line, field] = [this.line(), this.typedField()?.nativeElement];
    // Enter in the empty field is the large key.
    if (text.trim() === '') this.enter();
    if (!line || text.trim() === '') return;
    const read = readAmountTyped(text, 'g');
    const massG = 'error' in read ? undefined : this.desk.massOf(read.amount, line.foodId);
    if ('error' in read || massG === undefined) {
      this.told.set('error' in read ? read.error : SAY.giveGrams);
      return;
    }
    if (massG > MOST_POUR_G) this.told.set(SAY.tooMuchAtOnce);
    else {
      if (field) field.value = '';
      if (massG > 0) this.pour(line, massG, 'typed');
    }
  }

  protected tare(): void {
    const isTared = this.scale.tare();
    this.told.set(isTared ? SAY.tared : SAY.typeInstead);
    if (isTared) this.desk.tell({ kind: 'tared' });
  }

  protected stepDone({ id }: Stage): void {
    this.told.set(undefined);
    const isLast = this.then() !== undefined;
    this.desk.tell({ kind: 'step done', stageId: id });
    if (isLast) void this.router.navigate(['/bakes', this.id()]);
  }

  /** Another bowl stands on the scale. Without a scale it still says where what follows goes. */
  protected changeBowl(name: string): void {
    this.scale.tare();
    this.told.set(SAY.bowlTold(name || SAY.theFirstBowl));
    this.desk.tell({ kind: 'tared', bowl: name });
  }

  protected back(): void {
    this.judging.set(undefined);
    this.chosen.set(undefined);
    this.told.set(undefined);
    this.desk.undoLast();
  }

  protected decide(choice: PourChoice): void {
    const id = this.judging();
    this.judging.set(undefined);
    if (choice.kind === 'scale the rest' && choice.factor !== undefined) this.desk.tell({ kind: 'scaled', factor: choice.factor, words: SAY.toThePour });
    if (choice.kind === 'take back' || choice.kind === 'pour more') {
      this.chosen.set(id);
      this.told.set(choice.kind === 'take back' ? SAY.takeItBackNow : SAY.pourOnNow);
    }
  }

  protected go(lineId: string): void {
    this.judging.set(undefined);
    this.isElse.set(false);
    this.chosen.set(lineId);
  }

  /** The next food, leaving this one for later. */
  protected skip(): void {
    const [first] = this.coming();
    if (first) this.go(first.id);
  }

  protected leaveOut(): void {
    const line = this.line();
    if (line) this.desk.tell({ kind: 'left out', lineId: line.id });
    this.elseDone();
  }

  protected elseDone(): void {
    this.isElse.set(false);
    this.chosen.set(undefined);
  }

  /** What the large key does: the first of what can be done about a pour that is off, the step, the spoon, or the reading. */
  private enter(): void {
    const [[first], step] = [this.choices(), this.toDo()];
    if (first) this.decide(first);
    else if (step) this.stepDone(step);
    else if (this.line()?.spoon !== undefined) this.takeSpoon();
    else this.take();
  }

  protected press(event: KeyboardEvent): void {
    const onControl = event.target instanceof HTMLElement && ['BUTTON', 'A'].includes(event.target.tagName);
    if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    const keys: Readonly<Record<string, () => void>> = {
      ...(onControl ? {} : { Enter: () => this.enter(), ' ': () => this.skip() }),
      ...(this.preferences.singleKeys() ? { t: () => this.tare(), e: () => this.isElse.set(!this.isElse()), b: () => this.back() } : {}),
      Escape: () => this.isElse.set(false),
    };
    const run = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!run) return;
    event.preventDefault();
    run();
  }
}
