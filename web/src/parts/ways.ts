import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { MoreItem } from '../ui/more-menu';
import { SAY } from './words';

type Destination = 'bench' | 'bakes' | 'book' | 'compare';

/** The ways that lead from one place to the others, with the formula that is at hand already chosen. */
@Injectable({ providedIn: 'root' })
export class Ways {
  private readonly router = inject(Router);

  /** To all places that work on a formula but the one that is open. */
  from(here: Destination, formulaId: string | undefined): readonly MoreItem[] {
    if (formulaId === undefined) return [];
    const to = (place: Destination, words: string, path: readonly string[], query: Readonly<Record<string, string>> = {}): readonly MoreItem[] =>
      place === here ? [] : [{ words, run: () => void this.router.navigate(path, { queryParams: query }) }];
    return [
      ...to('bench', SAY.openOnTheBench, ['/bench', formulaId]),
      ...to('bakes', SAY.bakeIt, ['/bakes'], { of: formulaId }),
      ...to('book', SAY.itsTries, ['/book', formulaId]),
      ...to('compare', SAY.compareIt, ['/compare'], { of: formulaId }),
    ];
  }
}
