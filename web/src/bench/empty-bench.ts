import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'fm-empty-bench',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="empty">
      <h1>Nothing lies on the bench</h1>
      <p class="soft">Paste a recipe to rebuild it, or take a formula from the shelf.</p>
      <p class="ways">
        <a class="button main" routerLink="/bench/paste">Paste a recipe</a>
        <a class="button" routerLink="/shelf">Go to the shelf</a>
      </p>
    </div>
  `,
  styles: `
    .empty {
      max-width: 480px;
      padding: 72px 20px;
    }
    h1 {
      margin-bottom: 8px;
    }
    .ways {
      display: flex;
      gap: 12px;
      margin-top: 18px;
    }
  `,
})
export class EmptyBench {}
