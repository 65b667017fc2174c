import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Work } from '../state/goalDesk';

/** How far a work is, and why it stopped where it did; it keeps its place while nothing is under way. */
@Component({
  selector: 'fm-work-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './work-bar.html',
  styleUrl: './work-bar.less',
})
export class WorkBar {
  readonly work = input.required<Work<unknown>>();
  readonly words = input.required<string>();
}
