import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type Pack } from '@fellmist/core';
import { packDifferences } from './packWords';

/** A pack that was saved elsewhere meanwhile: what differs, side by side, and a choice that loses neither. */
@Component({
  selector: 'fm-pack-conflict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="conflict" role="alertdialog" aria-labelledby="pack-conflict-title">
      <h2 id="pack-conflict-title">This pack was saved from another place meanwhile</h2>
      <p>Nothing was overwritten. Go on with the saved one and yours is put aside, to be taken up again; save yours and it goes on top.</p>
      <table class="figures">
        <thead>
          <tr>
            <th scope="col">differs</th>
            <th scope="col">yours</th>
            <th scope="col">saved</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              <td>{{ row.one }}</td>
              <td>{{ row.other }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="ways">
        <button type="button" class="button strong" (click)="mineKept.emit()">Save mine</button>
        <button type="button" class="button strong" (click)="theirsTaken.emit()">Go on with the saved one</button>
      </p>
    </section>
  `,
  styles: `
    .conflict {
      padding: 14px 20px;
      border-bottom: 1px solid var(--attention);
      background: var(--attention-wash);
    }
    table {
      max-width: 720px;
      margin: 10px 0;
    }
    td {
      width: 38%;
      overflow-wrap: anywhere;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
    }
  `,
})
export class PackConflict {
  readonly mine = input.required<Pack>();
  readonly theirs = input.required<Pack>();
  readonly mineKept = output();
  readonly theirsTaken = output();

  protected readonly rows = computed(() => packDifferences(this.mine(), this.theirs()));
}
