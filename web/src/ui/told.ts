import { inject, Injectable, type TemplateRef } from '@angular/core';
import { Notifications } from './zorro/notification';

export interface Undoable {
  readonly words: string;
  readonly undo: () => void;
}

const STAYS_MS = 12_000;
/** More than so many at once would lie over what is worked on; the oldest goes first. */
const MOST = 2;

/** Tells at the foot of the page what was done, with the way back: it stays while the baker walks on to another place. */
@Injectable({ providedIn: 'root' })
export class Told {
  private readonly notifications = inject(Notifications);
  private template: TemplateRef<never> | undefined;
  private shown: readonly string[] = [];
  private last: (Undoable & { readonly id: string }) | undefined;

  /** The notice as it is drawn, given once by `fm-told-notice`. */
  drawnAs(template: TemplateRef<never>): void {
    this.template = template;
  }

  undoable(words: string, undo: () => void): void {
    if (!this.template) return;
    for (const id of this.shown.slice(0, 1 - MOST)) this.notifications.remove(id);
    const { messageId } = this.notifications.template(this.template, { nzData: { words, undo }, nzDuration: STAYS_MS, nzAnimate: false, nzPlacement: 'bottomRight' });
    this.shown = [...this.shown.slice(1 - MOST), messageId];
    this.last = { words, undo, id: messageId };
  }

  undo(one: Undoable | undefined = this.last): void {
    if (!one) return;
    one.undo();
    if (this.last?.undo === one.undo) {
      const { id } = this.last;
      this.notifications.remove(id);
      this.shown = this.shown.filter((other) => other !== id);
      this.last = undefined;
    }
  }
}
