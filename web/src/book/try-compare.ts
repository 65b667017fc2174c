import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { allLines, type Figure, ledgerOf, roleOf } from '@fellmist/core';
import { changesBetween, ledgerMove, SCALES } from '@fellmist/core/bake';
import { roleAmount, RoleTrack, type Track, trackOf } from '../parts/role-track';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { FIGURE_ROWS, showNumber, showSum } from '../ui/figures';
import { showTemperature } from '../ui/temperature';
import { meanOf, type Numbered, RIGHT } from './bookView';
import { SAY, SCALE_WORDS } from './words';

/** A place on a scale of -2 to 2, in hundredths. */
const placeOf = (score: number): number => ((score + 2) / 4) * 100;

/** A scale of taste as a line is drawn: just right is its middle quarter. */
const BLANK: Omit<Track, 'name' | 'ends' | 'from' | 'to'> = {
  role: 'thickness',
  ghost: undefined,
  bandLeft: 37.5,
  bandWidth: 25,
  isOff: false,
  isLeft: false,
  strain: '',
  reason: '',
};

const COMPARED: readonly Figure[] = ['energyKcal', 'proteinG', 'fatG', 'netCarbG', 'sugarsG'];
/** What is shown of the roles: from half of what a hand just notices, and how many. */
const LEAST_MOVE = 0.5;
const MOST_ROLES = 6;

interface Row {
  readonly name: string;
  readonly then: string;
  readonly now: string;
}

/** Two tries side by side, or the only one alone: what was really poured, what that moved in the balance and in a portion, how it was made, and what the tasters said. */
@Component({
  selector: 'fm-try-compare',
  imports: [RoleTrack],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './try-compare.html',
  styleUrl: './try-compare.less',
})
export class TryCompare {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly pair = input.required<readonly [Numbered | undefined, Numbered]>();

  /** What was poured differently, what moves the ledger furthest first. */
  protected readonly changes = computed(() => {
    const [then, now] = this.pair();
    const [larder, mix] = [this.desk.larder(), this.analysed()[0]?.sums];
    if (!then)
      return allLines(now.poured).map(({ id, name, foodId, massG }) => ({
        id,
        name: this.desk.foodName(foodId) ?? name,
        then: '',
        now: massG === undefined ? SAY.notKnown : `${showNumber(massG, massG < 10 ? 1 : 0)} g`,
        share: 0,
      }));
    const found = changesBetween(then.poured, now.poured).map((one) => {
      const food = one.foodId === undefined ? undefined : larder?.foods.get(one.foodId);
      return { ...one, moved: food && mix ? ledgerMove(mix, food, one.nowG - one.thenG) : 0 };
    });
    const most = Math.max(...found.map(({ moved }) => moved), 1e-9);
    return found
      .sort((a, b) => b.moved - a.moved)
      .map(({ name, foodId, thenG, nowG, moved }) => ({
        id: foodId ?? name,
        name: this.desk.foodName(foodId) ?? name,
        then: `${showNumber(thenG, 0)} g`,
        now: `${showNumber(nowG, 0)} g`,
        share: (moved / most) * 100,
      }));
  });
  /** The later one was of another size: its amounts stand at the size of the earlier one. */
  protected readonly isResized = computed(() => {
    const [then, now] = this.pair();
    return then !== undefined && Math.abs(then.factor - now.factor) > 1e-6;
  });

  private readonly analysed = computed(() => this.pair().map((one) => this.desk.analysed(one?.poured)));

  /** Roles that a hand would notice, those that moved furthest first, in steps of what is just noticed. */
  protected readonly roles = computed(() => {
    const [then, now] = this.analysed();
    if (!then || !now) return [];
    const isFrozen = now.product?.bands.ice !== undefined;
    return ledgerOf(then.measures, now.measures, now.product)
      .map((row) => ({ row, moved: row.original === undefined || row.rebuild === undefined ? 0 : Math.abs(row.rebuild - row.original) / roleOf(row.role).noticedLeast }))
      .filter(({ moved }) => moved >= LEAST_MOVE)
      .sort((a, b) => b.moved - a.moved)
      .slice(0, MOST_ROLES)
      .map(({ row }) => ({
        track: trackOf({ ...row, band: undefined, state: 'in' }, isFrozen),
        words: `${roleAmount(row.role, row.original)}, ${roleAmount(row.role, row.rebuild)}`,
      }));
  });

  private readonly portion = computed((): readonly Row[] => {
    const [then, now] = this.analysed();
    if (!now) return [];
    return FIGURE_ROWS.filter(({ key }) => COMPARED.includes(key)).flatMap(({ key, name, unit, digits }) => {
      const [was, is] = [then && `${showSum(then.views.portion[key], digits)} ${unit}`, `${showSum(now.views.portion[key], digits)} ${unit}`];
      return was === is ? [] : [{ name, then: was ?? '', now: is }];
    });
  });

  private readonly process = computed((): readonly Row[] => {
    const [then, now] = this.pair();
    const row = (name: string, of: (one: Numbered) => string | undefined): readonly Row[] => {
      const [was, is] = [then && of(then), of(now)];
      return was === undefined && is === undefined ? [] : [{ name, then: was ?? (then ? SAY.notKnown : ''), now: is ?? SAY.notKnown }];
    };
    return [
      ...row(SAY.inTheHeat, ({ process: { heatS } }) => (heatS === undefined ? undefined : SAY.minutes(showNumber(heatS / 60, 0)))),
      ...row(SAY.inTheMiddle, ({ process: { coreC } }) => (coreC === undefined ? undefined : showTemperature(coreC, this.preferences.settings().temperature))),
      ...row(SAY.lostInTheHeat, ({ process: { lossShare } }) => (lossShare === undefined ? undefined : `${showNumber(lossShare * 100, 0)} %`)),
    ];
  });

  protected readonly effects = computed(() => {
    const pair = this.pair();
    return SCALES.flatMap((scale) => {
      const [then, now] = pair.map((one) => one && meanOf(one, scale));
      if (then === undefined && now === undefined) return [];
      const { name, little, much } = SCALE_WORDS[scale];
      const said = (score: number | undefined): string =>
        score === undefined ? SAY.tastersNone : Math.abs(score) <= RIGHT ? SAY.justRight : `${score < 0 ? little : much} ${showNumber(Math.abs(score), 1)}`;
      const track: Track = { ...BLANK, name, ends: [little, much], from: then === undefined ? undefined : placeOf(then), to: now === undefined ? undefined : placeOf(now) };
      return [{ track, words: pair[0] ? `${said(then)}, ${said(now)}` : said(now) }];
    });
  });

  /** What else differs, each with its head; a group of nothing is not shown. */
  protected readonly groups = computed(() =>
    [
      { head: SAY.inAPortion, rows: this.portion() },
      { head: SAY.howMade, rows: this.process() },
    ].filter(({ rows }) => rows.length > 0),
  );
}
