import { inject, Injectable, signal } from '@angular/core';
import type { StoredFormula, TryHead } from '@fellmist/contract';
import { Observable, Subject } from 'rxjs';
import { DraftBook, type WaitingSave } from './draftBook';

/** A save of this browser that the server has taken. */
export interface Arrival {
  readonly save: WaitingSave;
  readonly stored: StoredFormula;
}

const NAME = 'fellmist outbox';

/** What is stored, with the tries above it that the server has not heard of; undefined where there is neither. What arrived meanwhile waits no more. */
export function withWaiting(stored: StoredFormula | undefined, kept: readonly WaitingSave[]): { readonly stored: StoredFormula; readonly waiting: readonly TryHead[] } | undefined {
  const saves = kept.filter(({ request }) => !stored?.tries.some(({ id }) => id === request.tryId));
  const last = saves.at(-1);
  if (!last) return stored && { stored, waiting: [] };
  const waiting = saves.map(({ head }) => head);
  const tries = [...(stored?.tries ?? []), ...waiting];
  return { stored: { id: last.formulaId, thisTry: last.head, worksheet: last.request.worksheet, tries }, waiting };
}

/** Saves that wait for the server, in the order in which they were made, in the browser's own database: every tab sees them, one at a time sends. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly book = inject(DraftBook);
  private readonly channel = new BroadcastChannel(NAME);
  /** Where the browser keeps nothing, they last as long as the page. */
  private memory: readonly WaitingSave[] = [];
  /** Formulas of which the server refused a save: the rest waits until the baker has said what is to be done. */
  private readonly held = new Set<string>();
  readonly waiting = signal<readonly WaitingSave[]>([]);
  /** Something may be sent now. */
  readonly released = new Subject<void>();
  /** What another tab has sent. */
  readonly arrivals = new Subject<Arrival>();

  constructor() {
    this.channel.onmessage = ({ data }: MessageEvent<Arrival | null>) => {
      if (data) this.arrivals.next(data);
      void this.all();
    };
    void this.all();
  }

  private async all(): Promise<readonly WaitingSave[]> {
    const all = [...((await this.book.attempt((db) => db.getAll('waiting'))) ?? []), ...this.memory];
    this.waiting.set(all);
    return all;
  }

  private async changed(arrival: Arrival | null = null): Promise<void> {
    await this.all();
    this.channel.postMessage(arrival);
  }

  async of(formulaId: string): Promise<readonly WaitingSave[]> {
    return (await this.all()).filter((save) => save.formulaId === formulaId);
  }

  async keep(save: WaitingSave): Promise<void> {
    const place = await this.book.attempt((db) => db.add('waiting', save));
    if (place === undefined) this.memory = [...this.memory, save];
    await this.changed();
  }

  /** The next one to send; undefined where none is, or none that is not held. */
  async first(): Promise<WaitingSave | undefined> {
    return (await this.all()).find(({ formulaId }) => !this.held.has(formulaId));
  }

  async arrived(arrival: Arrival): Promise<void> {
    await this.drop((save) => save.request.tryId === arrival.save.request.tryId);
    await this.changed(arrival);
  }

  hold(formulaId: string): void {
    this.held.add(formulaId);
  }

  release(formulaId: string): void {
    this.held.delete(formulaId);
    this.released.next();
  }

  /** The baker goes on without them. */
  async forget(formulaId: string): Promise<void> {
    this.held.delete(formulaId);
    await this.drop((save) => save.formulaId === formulaId);
    await this.changed();
  }

  /** The baker puts them on top of what was saved elsewhere meanwhile. */
  async putOn(formulaId: string, headId: string): Promise<void> {
    const [first] = await this.of(formulaId);
    if (first) {
      const { parentId = first.headId } = first.request;
      const moved: WaitingSave = { ...first, headId, request: { ...first.request, ...(parentId === undefined ? {} : { parentId }) } };
      this.memory = this.memory.map((save) => (save === first ? moved : save));
      if (first.place !== undefined) await this.book.attempt((db) => db.put('waiting', moved));
      await this.changed();
    }
    this.release(formulaId);
  }

  private async drop(isMeant: (save: WaitingSave) => boolean): Promise<void> {
    const gone = (await this.all()).filter(isMeant);
    this.memory = this.memory.filter((save) => !gone.includes(save));
    await this.book.attempt((db) => Promise.all(gone.flatMap(({ place }) => (place === undefined ? [] : db.delete('waiting', place)))));
  }

  /** Does it where no other tab is at it; else nothing, and at once. */
  alone<T>(work: Observable<T>): Observable<T> {
    if (!('locks' in navigator)) return work;
    return new Observable((watcher) => {
      void navigator.locks.request(NAME, { ifAvailable: true }, (lock) => {
        if (lock === null) return watcher.complete();
        return new Promise<void>((done) => {
          watcher.add(done);
          watcher.add(work.subscribe({ next: (value) => watcher.next(value), error: (error) => watcher.error(error), complete: () => watcher.complete() }));
        });
      });
    });
  }
}
