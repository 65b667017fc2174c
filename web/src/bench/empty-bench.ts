import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { FromShelf } from '../parts/from-shelf';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

@Component({
  selector: 'fm-empty-bench',
  imports: [Button, FromShelf, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './empty-bench.html',
  styleUrl: './empty-bench.less',
})
export class EmptyBench {
  protected readonly say = SAY;
  private readonly router = inject(Router);

  protected open(id: string): void {
    void this.router.navigate(['/bench', id]);
  }
}
