import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { consistencyWord, doesOnSpoon, inKitchen, mainPart, type LedgerRole, type Measures, type OverLimit, type Proposal, proposalWords, type StandingRow } from '@fellmist/core';
import { Desk } from '../state/desk';
import { SwapDesk } from '../state/swapDesk';
import { Settling } from '../state/settling';
import { Preferences } from '../state/preferences';
import { Choice, type Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { frameBehind } from '../ui/frameBehind';
import { Button } from '../ui/zorro/button';
import { aPortion } from '../ui/portionWords';
import { Deed } from './deed';
import { roleAmount, RoleTrack, type Track, trackOf } from './role-track';
import { SAY } from './words';

interface Way {
  readonly proposal: Proposal;
  readonly words: string;
  /** What it adds to a portion, in words. */
  readonly costs: string;
  readonly measures: Measures;
}

interface Gauge extends Track {
  readonly spoken: string;
  /** The second depth: the figures behind the pegs and the band. */
  readonly numbers: string;
}

/** "12.5 g in 100 g, was 18.7; wanted 9 to 24": what the pegs and the band of a row stand for. */
function numbersOf({ role, original, rebuild, band }: StandingRow): string {
  const { digits, times, unit } = inKitchen(role);
  const show = (amount: number | undefined): string => (amount === undefined ? SAY.notReckoned : showNumber(amount * times, digits));
  const wanted = band ? SAY.wantedTo(show(band.low), show(band.high)) : '';
  return SAY.was(show(rebuild), unit, show(original), wanted);
}

/** The ledger: a row a role, original and rebuild against what the class wants, and ways back where the rebuild left it. */
@Component({
  selector: 'fm-ledger',
  imports: [Button, Choice, Deed, RoleTrack],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ledger.html',
  styleUrl: './ledger.less',
})
export class Ledger {
  protected readonly say = SAY;
  protected readonly desk = inject(Desk);
  protected readonly swapDesk = inject(SwapDesk);
  protected readonly settling = inject(Settling);
  private readonly preferences = inject(Preferences);
  private readonly behind = frameBehind(this.desk.sheet);
  /** The balance lies beside the hand that types: it follows the figures of the portion a frame later. */
  protected readonly standing = this.behind(() => this.desk.standing());
  private readonly rebuild = this.behind(() => this.desk.rebuild());
  protected readonly better = this.behind(() => this.desk.better());
  protected readonly guess = this.behind(() => this.desk.guess());
  private readonly thick = this.behind(() => this.desk.asThick());
  private readonly advice = this.behind(() => this.desk.advice());
  readonly whyAsked = output<LedgerRole>();
  protected readonly isInNumbers = signal(false);

  /** The parts that can be judged, the batter or dough first. */
  protected readonly parts = this.behind((): readonly Option<string>[] => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    if (!sheet || !larder) return [];
    const main = mainPart(sheet.original, larder)?.id;
    const parts = sheet.rebuild.parts.filter(({ lines }) => lines.length > 0);
    return [...parts.filter(({ id }) => id === main), ...parts.filter(({ id }) => id !== main)].map(({ id, heading }) => ({ value: id, label: heading || SAY.mainPart }));
  });
  protected readonly judged = computed(() => this.standing()?.part?.id ?? '');

  protected judge(partId: string): void {
    this.desk.describe({ judgedPartId: partId === this.parts()[0]?.value ? undefined : partId }, 'judged part');
  }

  protected readonly hasOpen = this.behind(() => (this.desk.sheet()?.open.length ?? 0) > 0);
  protected readonly isAsking = computed(() => this.standing()?.rows.some(({ state, left }) => (state === 'low' || state === 'high') && !left) ?? false);

  protected readonly gauges = computed((): readonly Gauge[] => {
    const previewed = this.desk.previewed();
    return (this.standing()?.rows ?? []).filter(({ band }) => band !== undefined).map((row) => this.gauge(row, previewed));
  });

  /** What brings each role back; asked for once a role has stayed off for a moment, so that nothing flashes by between two keys. */
  protected readonly ways = computed(
    (): ReadonlyMap<LedgerRole, readonly Way[]> =>
      new Map(
        this.advice().map(({ row, ways }) => [
          row.role,
          ways.map(({ proposal, measures, energyKcal }) => ({ proposal, measures, words: this.words(proposal), costs: this.costs(energyKcal) })),
        ]),
      ),
  );

  protected readonly thickness = computed(() => {
    const consistency = this.rebuild()?.consistency;
    const before = this.desk.original()?.consistency;
    if (!consistency) return undefined;
    if (consistency.kind !== 'reckoned') return { words: consistency.words, rest: '' };
    const [now, hour] = [consistencyWord(consistency.scaleNow), consistencyWord(consistency.scaleHour)];
    const same = before?.kind === 'reckoned' && before.word === consistency.word;
    const original =
      before?.kind === 'reckoned' ? (same ? SAY.asTheOriginal(doesOnSpoon(before.word) === before.word ? 'does' : 'is') : SAY.theOriginal(doesOnSpoon(before.word))) : '';
    const rest = [now === consistency.word ? '' : SAY.atOnceIt(doesOnSpoon(now)), hour === consistency.word ? '' : SAY.afterAnHourIt(doesOnSpoon(hour))].filter(Boolean).join(' ');
    const unknown = consistency.unknownThirstG > 0.05 ? SAY.gOfFoodsWhoseThirst(showNumber(consistency.unknownThirstG, 0)) : '';
    return { words: SAY.theRebuild(doesOnSpoon(consistency.word), original, unknown), rest };
  });

  protected readonly asThick = computed(() => {
    const proposal = this.thick();
    const words = proposal && this.words(proposal);
    return proposal && words ? { proposal, words: words.charAt(0).toLowerCase() + words.slice(1) } : undefined;
  });

  /** What settling came to: all is well only where nothing is asked, warned of or above its limit. */
  protected readonly settledWords = this.behind(() => {
    const settled = this.settling.settled();
    if (!settled) return '';
    const { length } = settled.taken;
    const done = length === 0 ? (settled.unmet.length > 0 ? SAY.nothingWasTaken : SAY.nothingHadToChange) : SAY.settledWith(length, length === 1 ? 'correction' : 'corrections');
    if (settled.unmet.length > 0) return [done, ...settled.unmet].join(' ');
    if (this.isAsking()) return SAY.whatIsMarkedBelowAsks(done);
    return this.warnings().length + this.over().length > 0 ? SAY.everyRoleIsInIts(done) : SAY.everyRoleIsWhereIt(done);
  });

  protected readonly warnings = computed(() => this.rebuild()?.sweetenerWarnings ?? []);
  protected readonly over = computed(() =>
    (this.standing()?.overProtein ?? []).map(({ limit, share }: OverLimit) => ({
      id: limit.foods[0] ?? '',
      words: SAY.ofTheDryWeightAbove(showNumber(share * 100, 0), showNumber(limit.mostShare * 100, 0), limit.reason),
    })),
  );

  private gauge(row: StandingRow, previewed: Measures | undefined): Gauge {
    const { role, original, rebuild } = row;
    const track = trackOf(row, this.standing()?.product?.bands.ice !== undefined, previewed);
    const { name, isOff, strain } = track;
    return {
      ...track,
      spoken: SAY.theRebuildTheOriginal(name, roleAmount(role, rebuild), roleAmount(role, original), isOff ? SAY.forWhatIsWanted(strain) : ''),
      numbers: numbersOf(row),
    };
  }

  protected words({ action }: Proposal): string {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    return sheet && larder ? proposalWords(action, sheet, larder) : '';
  }

  private costs(energyKcal: number): string {
    const views = this.rebuild()?.views;
    const unit = this.preferences.energyUnit();
    const each = this.preferences.inEnergy(energyKcal / (views?.portions ?? 1));
    const word = aPortion(this.desk.sheet()?.rebuild.portionWord);
    return Math.abs(each) < 0.5 ? SAY.noA(unit, word) : `${each > 0 ? '+' : '−'}${showNumber(Math.abs(each), 0)} ${unit} ${word}`;
  }

  protected look(way: Way | undefined): void {
    this.desk.previewed.set(way?.measures);
  }
}
