import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

@Component({
  selector: 'fm-empty-bench',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './empty-bench.html',
  styleUrl: './empty-bench.less',
})
export class EmptyBench {
  protected readonly say = SAY;
}
