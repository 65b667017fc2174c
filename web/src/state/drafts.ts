import { Injectable } from '@angular/core';
import { type Worksheet } from '@fellmist/core';

const PREFIX = 'fellmist.draft.';

/** In place of an id: a sheet that was never saved, in addresses and among the drafts. */
export const NEW_SHEET = 'new';

export interface Draft {
  readonly headId: string;
  readonly sheet: Worksheet;
}

/** Unsaved changes, kept in this browser so that a reload or a lost server loses nothing. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  keep(formulaId: string, draft: Draft): void {
    try {
      localStorage.setItem(PREFIX + formulaId, JSON.stringify(draft));
    } catch {
      // A full or forbidden store: the sheet is still on screen and can be saved.
    }
  }

  drop(formulaId: string): void {
    localStorage.removeItem(PREFIX + formulaId);
  }

  /** The draft of a formula, checked against the contract; anything unreadable is dropped. */
  async find(formulaId: string): Promise<Draft | undefined> {
    const text = localStorage.getItem(PREFIX + formulaId);
    if (!text) return undefined;
    const { worksheetSchema } = await import('@fellmist/contract');
    try {
      const draft = JSON.parse(text) as Draft;
      const sheet = worksheetSchema.parse(draft.sheet);
      return typeof draft.headId === 'string' ? { headId: draft.headId, sheet } : undefined;
    } catch {
      this.drop(formulaId);
      return undefined;
    }
  }
}
