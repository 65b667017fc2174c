import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output, signal } from '@angular/core';
import { type Bake, type BakeLine, inWeighingOrder, moveInOrder, restAsPlanned, type Stage } from '@fellmist/core/bake';
import { StepCautions } from '../parts/step-cautions';
import { BakeDesk } from '../state/bakeDesk';
import { showNumber } from '../ui/figures';
import { type Binding, Keys } from '../ui/keys';
import { Screen } from '../ui/screen';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

interface Row {
  readonly line: BakeLine;
  readonly name: string;
  readonly before: string;
  readonly now: string;
  readonly spoon: string;
}

const grams = (massG: number | undefined): string => (massG === undefined ? SAY.noWeight : `${showNumber(massG, massG < 10 ? 1 : 0)} g`);

const ORDER_KEYS: readonly (Binding & { readonly by: -1 | 1 })[] = [
  { keys: 'Alt+ArrowUp', where: SAY.inTheOrder, words: SAY.mixItEarlier, by: -1 },
  { keys: 'Alt+ArrowDown', where: SAY.inTheOrder, words: SAY.mixItLater, by: 1 },
];

/** The order in which it is mixed, step by step, mended by dragging or by the arrows. */
@Component({
  selector: 'fm-mixing-order',
  imports: [Button, StepCautions],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './mixing-order.html',
  styleUrl: './mixing-order.less',
})
export class MixingOrder {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly keys = inject(Keys);
  private readonly told = inject(Told);
  protected readonly screen = inject(Screen);
  readonly bake = input.required<Bake>();
  /** The line under the hand, by mouse or keyboard: its arrows are shown. */
  protected readonly at = signal<string | undefined>(undefined);

  constructor() {
    this.keys.bind(ORDER_KEYS, inject(DestroyRef));
  }

  /** What is told where all went in as planned, without a scale here. */
  protected readonly rest = computed(() => (this.bake().isFinished ? [] : restAsPlanned(this.bake())));
  protected readonly isPoured = ({ state }: BakeLine): boolean => state === 'poured';
  readonly allIn = output();

  protected takeRest(): void {
    this.told.undoable(SAY.restWentIn, this.desk.tell(...this.rest()));
    this.allIn.emit();
  }

  protected readonly rows = computed((): readonly Row[] => {
    const stored = this.desk.stored();
    const own = new Map((stored?.formula.parts ?? []).flatMap(({ lines }) => lines.map((line) => [line.id, line.massG] as const)));
    return inWeighingOrder(this.bake()).map((line) => ({
      line,
      name: this.desk.lineName(line),
      before: grams(own.get(line.id)),
      now: grams(line.plannedG),
      spoon: line.spoon ?? '',
    }));
  });
  private readonly rowOf = computed(() => new Map(this.rows().map((row) => [row.line.id, row])));
  protected readonly stages = computed(() => this.bake().stages.map((stage) => ({ stage, rows: stage.lineIds.flatMap((id) => this.rowOf().get(id) ?? []) })));

  /** Up or down by one, over the border of a stage into the next. */
  protected move(stageId: string, lineId: string, by: -1 | 1): void {
    const { stages } = this.bake();
    const s = stages.findIndex(({ id }) => id === stageId);
    const ids = stages[s]?.lineIds ?? [];
    const at = ids.indexOf(lineId);
    const moved = ((): readonly Stage[] => {
      if (by === 1 && at === ids.length - 1) {
        const next = stages[s + 1];
        return next ? moveInOrder(stages, lineId, next.id, next.lineIds[0]) : stages;
      }
      if (by === -1 && at === 0) {
        const before = stages[s - 1];
        return before ? moveInOrder(stages, lineId, before.id) : stages;
      }
      return moveInOrder(stages, lineId, stageId, by === 1 ? ids[at + 2] : ids[at - 1]);
    })();
    if (moved === stages) return;
    const held = document.activeElement;
    this.desk.tell({ kind: 'ordered', stages: moved });
    // What is moved loses the focus, in another step it is drawn anew: the hand goes with it.
    setTimeout(() => (held instanceof HTMLElement && held !== document.body && held.isConnected ? held : document.getElementById(`order-of-${lineId}`))?.focus());
  }

  protected press(event: KeyboardEvent, stageId: string, lineId: string): void {
    this.keys.press(
      event,
      ORDER_KEYS.map((one) => ({ ...one, run: () => this.move(stageId, lineId, one.by) })),
    );
  }

  private dragged: string | undefined;

  protected drag(lineId: string): void {
    this.dragged = lineId;
  }

  protected drop(stageId: string, beforeId?: string): void {
    const lineId = this.dragged;
    this.dragged = undefined;
    if (lineId !== undefined && lineId !== beforeId) this.desk.tell({ kind: 'ordered', stages: moveInOrder(this.bake().stages, lineId, stageId, beforeId) });
  }
}
