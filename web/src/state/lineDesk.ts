import { inject, Injectable } from '@angular/core';
import {
  addRebuildLine,
  addRebuildPart,
  allLines,
  describeRebuildLine,
  describeRebuildPart,
  duplicateRebuildLine,
  editRebuildLine,
  kindIdOf,
  type Line,
  type Mend,
  mendOriginalLine,
  moveRebuildLine,
  placeRebuildLines,
  removeRebuildLine,
  removeRebuildPart,
  restoreLine,
} from '@fellmist/core';
import { actActions } from './acts.actions';
import { Desk } from './desk';
import { SAY } from './words';

/** The baker's acts on lines and parts. */
@Injectable({ providedIn: 'root' })
export class LineDesk {
  private readonly desk = inject(Desk);

  edit(lineId: string, mend: Mend): void {
    this.desk.act(actActions.lineEdited, ({ sheet, larder }) => editRebuildLine(sheet, lineId, mend, larder), mend.kind === 'food' ? undefined : `edit ${lineId}`);
  }

  mendOriginal(lineId: string, mend: Mend): void {
    this.desk.act(actActions.originalMended, ({ sheet, larder }) => mendOriginalLine(sheet, lineId, mend, larder), mend.kind === 'food' ? undefined : `mend ${lineId}`);
  }

  /** The kind that a line's food answers to and the packs of it, to choose "this very pack" or "any of its kind". */
  packsFor(line: Line): readonly { readonly id: string; readonly name: string }[] {
    const larder = this.desk.larder();
    const food = line.foodId === undefined ? undefined : larder?.foods.get(line.foodId);
    const kind = food && larder?.foods.get(kindIdOf(food));
    const packs = (kind && larder?.packsOf.get(kind.id)) ?? [];
    return kind && packs.length > 0 ? [{ id: kind.id, name: SAY.any(kind.name.toLowerCase()) }, ...packs.map(({ id, name }) => ({ id, name }))] : [];
  }

  /** Puts another pack, or the kind itself, in a line's place; the original follows where it is the same line. */
  usePack(line: Line, foodId: string): void {
    const from = line.origin?.kind === 'kept' ? line.origin.lineId : undefined;
    const original = allLines(this.desk.sheet()?.original ?? { parts: [] }).find(({ id }) => id === from);
    if (from !== undefined && original?.foodId === line.foodId && original?.massG === line.massG) this.mendOriginal(from, { kind: 'food', foodId });
    else this.edit(line.id, { kind: 'food', foodId });
  }

  remove(lineId: string): void {
    this.desk.act(actActions.lineRemoved, ({ sheet }) => removeRebuildLine(sheet, lineId));
  }

  restore(originalLineId: string): void {
    this.desk.act(actActions.lineRestored, ({ sheet }) => restoreLine(sheet, originalLineId));
  }

  move(lineId: string, by: -1 | 1): void {
    this.desk.act(actActions.lineMoved, ({ sheet }) => moveRebuildLine(sheet, lineId, by));
  }

  place(lineIds: readonly string[], partId: string, beforeId: string | undefined): void {
    this.desk.act(actActions.linesPlaced, ({ sheet }) => placeRebuildLines(sheet, lineIds, partId, beforeId));
  }

  duplicate(lineId: string): void {
    this.desk.act(actActions.lineDoubled, ({ sheet }) => duplicateRebuildLine(sheet, lineId));
  }

  describeLine(lineId: string, said: Parameters<typeof describeRebuildLine>[2]): void {
    this.desk.act(actActions.lineDescribed, ({ sheet }) => describeRebuildLine(sheet, lineId, said), `describe ${lineId}`);
  }

  add(partId: string, text: string): void {
    this.desk.act(actActions.lineAdded, ({ sheet, larder }) => addRebuildLine(sheet, partId, text, larder));
  }

  addPart(heading: string): void {
    this.desk.act(actActions.partAdded, ({ sheet }) => addRebuildPart(sheet, heading));
  }

  describePart(partId: string, said: Parameters<typeof describeRebuildPart>[2]): void {
    this.desk.act(actActions.partDescribed, ({ sheet }) => describeRebuildPart(sheet, partId, said), `part ${partId}`);
  }

  removePart(partId: string): void {
    this.desk.act(actActions.partRemoved, ({ sheet }) => removeRebuildPart(sheet, partId));
  }

  line(id: string): Line | undefined {
    const sheet = this.desk.sheet();
    return sheet && allLines(sheet.rebuild).find((line) => line.id === id);
  }
}
