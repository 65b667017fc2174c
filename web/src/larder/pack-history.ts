import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { type PackVersion } from '@fellmist/contract';
import { type Pack } from '@fellmist/core';
import { Asking } from '../state/asking';
import { lookupActions } from '../state/lookup.actions';
import { packDifferences } from './packWords';

/** Every save of a pack, the last first, with what it changed; any of them can be taken up again. */
@Component({
  selector: 'fm-pack-history',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="pack-history-title">
      <h2 id="pack-history-title" class="ruled">Saves of this pack</h2>
      @if (fault(); as words) {
        <p class="attention" role="alert">{{ words }}</p>
      } @else if (rows(); as saves) {
        <ol>
          @for (save of saves; track save.version) {
            <li>
              <p class="when">
                <span class="figure">{{ save.on }}</span>
                @if (save.version === version()) {
                  <span class="soft">as it is saved now</span>
                } @else {
                  <button type="button" class="link" [attr.aria-label]="'Take up what was saved ' + save.on" (click)="takenUp.emit(save.pack)">Take this up</button>
                }
              </p>
              @if (save.isFirst) {
                <p class="soft">first saved</p>
              } @else {
                <dl>
                  @for (part of save.changes; track part.name) {
                    <div>
                      <dt>{{ part.name }}</dt>
                      <dd>{{ part.one }} → {{ part.other }}</dd>
                    </div>
                  } @empty {
                    <p class="soft">nothing changed but the save</p>
                  }
                </dl>
              }
            </li>
          } @empty {
            <p class="soft">Not saved yet.</p>
          }
        </ol>
      } @else {
        <p class="soft" role="status">Fetching the saves…</p>
      }
    </section>
  `,
  styles: `
    :host {
      display: block;
      max-width: 860px;
    }
    ol {
      padding: 0;
      list-style: none;
    }
    li {
      padding: 10px 0;
      border-bottom: 1px solid var(--rule);
    }
    .when {
      display: flex;
      align-items: baseline;
      gap: 16px;
    }
    dl {
      margin: 2px 0 0;
    }
    dl div {
      display: flex;
      flex-wrap: wrap;
      font-size: 14px;
      gap: 0 10px;
    }
    dt {
      min-width: 150px;
      color: var(--soft);
    }
    dd {
      max-width: 60ch;
      overflow-wrap: anywhere;
    }
  `,
})
export class PackHistory {
  private readonly asking = inject(Asking);
  readonly packId = input.required<string>();
  /** The version that is saved now: another one asks for the saves anew. */
  readonly version = input.required<number>();
  readonly takenUp = output<Pack>();
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly saves = signal<readonly PackVersion[] | undefined>(undefined);
  private readonly moments = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

  protected readonly rows = computed(() =>
    this.saves()?.map(({ pack, version, savedAt }, i, all) => {
      const before = all[i + 1]?.pack;
      return { pack, version, on: this.moments.format(new Date(savedAt)), isFirst: before === undefined, changes: before ? packDifferences(before, pack) : [] };
    }),
  );

  constructor() {
    effect(() => {
      const [id, version] = [this.packId(), this.version()];
      untracked(() => this.fetch(id, version));
    });
  }

  private fetch(id: string, version: number): void {
    if (version === 0) {
      this.saves.set([]);
      return;
    }
    this.asking
      .ask<readonly PackVersion[]>((ask) => lookupActions.packHistory({ ask, id }))
      .subscribe((answer) => {
        this.fault.set(answer.ok ? undefined : answer.words);
        if (answer.ok) this.saves.set(answer.value);
      });
  }
}
