import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../ui/zorro/button';

@Component({
  selector: 'fm-empty-bench',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './empty-bench.html',
  styleUrl: './empty-bench.less',
})
export class EmptyBench {}
