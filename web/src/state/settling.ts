import { computed, inject, Injectable, signal } from '@angular/core';
import type { Proposal, Worksheet } from '@fellmist/core';
import { Desk } from './desk';
import { SwapDesk } from './swapDesk';

interface LastSettled {
  readonly start: Worksheet;
  readonly sheet: Worksheet;
  readonly taken: readonly Proposal[];
  readonly unmet: readonly string[];
}

/** What the last "settle all" did, line by line, each of which can be taken back while its sheet lies there. */
@Injectable({ providedIn: 'root' })
export class Settling {
  private readonly desk = inject(Desk);
  private readonly swapDesk = inject(SwapDesk);
  private readonly last = signal<LastSettled | undefined>(undefined);
  readonly settled = computed(() => (this.last()?.sheet === this.desk.sheet() ? this.last() : undefined));

  settle(): void {
    const done = this.swapDesk.settle();
    if (done) this.last.set({ ...done, unmet: done.unmet.map(({ words }) => words) });
  }

  /** Takes one of its corrections back; the others stay. */
  without(proposal: Proposal): void {
    const last = this.settled();
    if (!last) return;
    const taken = last.taken.filter((one) => one !== proposal);
    const sheet = this.swapDesk.settleWith(last.start, taken);
    if (sheet) this.last.set({ ...last, sheet, taken, unmet: [] });
  }
}
