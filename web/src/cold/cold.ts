import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type ColdSetup, mainPart, styleOf, USUAL_COLD, type Why } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { FromShelf } from '../parts/from-shelf';
import { Ledger } from '../parts/ledger';
import { Proposals } from '../parts/proposals';
import { SaveOrBake } from '../parts/save-or-bake';
import { SwapPanel } from '../parts/swap-panel';
import { type Asked, WhyPanel } from '../parts/why-panel';
import { benchActions, benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { Preferences } from '../state/preferences';
import { Choice, type Option } from '../ui/choice';
import { FreezeDesk } from './freeze-desk';
import { MixTable } from './mix-table';
import { OverrunDesk } from './overrun-desk';
import { WhipDesk } from './whip-desk';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

type Tab = 'freeze' | 'whip' | 'overrun';

const TABS: readonly Option<Tab>[] = [
  { value: 'freeze', label: SAY.freeze },
  { value: 'whip', label: SAY.whip },
  { value: 'overrun', label: SAY.overrun },
];

/** What lies on the bench as an ice or a whipped bowl: its curve, its foam, its air. */
@Component({
  selector: 'fm-cold-table',
  imports: [Button, Choice, FreezeDesk, FromShelf, Ledger, MixTable, OverrunDesk, Proposals, RouterLink, SaveOrBake, SwapPanel, WhipDesk, WhyPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cold.html',
  styleUrl: './cold.less',
  host: { class: 'place-filled' },
})
export class ColdTable {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  protected readonly desk = inject(Desk);
  protected readonly lineDesk = inject(LineDesk);
  private readonly preferences = inject(Preferences);
  protected readonly state = this.store.selectSignal(benchFeature.selectBenchState);
  protected readonly isUnsaved = this.store.selectSignal(benchFeature.selectIsUnsaved);
  protected readonly tabs = TABS;
  private readonly chosenTab = signal<Tab | undefined>(undefined);
  /** A whipped bowl opens at the mixer, all else at the freezer. */
  protected readonly tab = computed((): Tab => this.chosenTab() ?? (this.desk.standing()?.product?.cold === 'whipped' ? 'whip' : 'freeze'));
  protected readonly asked = signal<Asked | undefined>(undefined);
  protected readonly swapping = signal<string | undefined>(undefined);
  protected readonly swapLine = computed(() => this.lineDesk.line(this.swapping() ?? ''));
  protected readonly setup = computed((): ColdSetup => this.desk.sheet()?.rebuild.cold ?? { ...USUAL_COLD, storedC: this.preferences.settings().freezerC });
  protected readonly part = computed(() => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    return sheet && larder ? mainPart(sheet.rebuild, larder) : undefined;
  });
  /** The style of what is frozen, whose bands the balance wants. */
  protected readonly style = computed(() => {
    const [sheet, tables] = [this.desk.sheet(), this.desk.tables()];
    return sheet && tables ? styleOf(sheet.rebuild, this.desk.standing()?.product, tables.coldStyles) : undefined;
  });
  protected readonly isCold = computed(() => this.desk.standing()?.product?.cold !== undefined);
  protected readonly coldClasses = computed(() => (this.desk.tables()?.classes ?? []).filter(({ cold }) => cold !== undefined));
  protected readonly coldIds = computed(() => this.coldClasses().map(({ id }) => id));

  protected askWhy(why: Why | undefined): void {
    this.asked.set(why && { kind: 'said', why });
  }

  protected choose(tab: Tab): void {
    this.chosenTab.set(tab);
  }

  protected set(change: Partial<ColdSetup>): void {
    this.desk.describe({ cold: { ...this.setup(), ...change } }, `cold ${Object.keys(change).join()}`);
  }

  protected undo(): void {
    this.store.dispatch(benchActions.undo());
  }

  protected redo(): void {
    this.store.dispatch(benchActions.redo());
  }

  protected save(): void {
    this.store.dispatch(benchActions.save({ label: SAY.atTheColdTable }));
  }

  /** It lies on the bench too, and this place stays open. */
  protected open(id: string): void {
    this.store.dispatch(benchActions.openWanted({ id }));
  }
}
