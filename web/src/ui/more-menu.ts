import { CdkMenu, CdkMenuItem, CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Button } from './zorro/button';

export interface MoreItem {
  readonly words: string;
  readonly run?: () => void;
  /** What is downloaded instead. */
  readonly href?: string;
}

/** A button that opens a few further acts: arrow keys walk them, Escape gives the focus back. */
@Component({
  selector: 'fm-more-menu',
  imports: [Button, CdkMenu, CdkMenuItem, CdkMenuTrigger],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './more-menu.html',
  styleUrl: './more-menu.less',
})
export class MoreMenu {
  readonly label = input.required<string>();
  readonly items = input.required<readonly MoreItem[]>();
}
