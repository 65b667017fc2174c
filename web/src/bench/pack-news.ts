import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type Analysis, type Pack, turnOf } from '@fellmist/core';
import { Desk } from '../state/desk';
import { PacksSince } from '../state/packsSince';
import { Preferences } from '../state/preferences';
import { showSum } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { aPortion } from '../ui/portionWords';
import { SAY } from './words';

const thickness = ({ consistency }: Analysis): string => (consistency.kind === 'reckoned' ? consistency.word : consistency.words);

/** The thickness now; where the word stays the same and the hand feels it, which way it went. */
function thicknessNow(before: Analysis, now: Analysis): string {
  const turn = turnOf(before.consistency, now.consistency);
  if (thickness(now) !== thickness(before) || !turn) return thickness(now);
  return SAY.aLittle(thickness(now), SAY[turn]);
}

/** What was said of a pack since: a test more, another label, another cup. */
function learned(before: Pack, now: Pack): string {
  const ways = [
    now.thirstTests.length > before.thirstTests.length ? SAY.itsThirstWasTested : '',
    JSON.stringify(now.label) !== JSON.stringify(before.label) ? SAY.itsLabelWasChanged : '',
    JSON.stringify([now.cup, now.measuresG]) !== JSON.stringify([before.cup, before.measuresG]) ? SAY.itWasWeighed : '',
  ].filter(Boolean);
  return ways.join(SAY.and) || SAY.itWasChanged;
}

/** What a pack that was tested or relabelled since the last try makes of the formula, before and after, told once. */
@Component({
  selector: 'fm-pack-news',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-news.html',
  styleUrl: './pack-news.less',
})
export class PackNews {
  protected readonly say = SAY;
  protected readonly packs = inject(PacksSince);
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);

  protected readonly told = computed(() => {
    const news = this.packs.news();
    if (!news) return undefined;
    const [before, now] = [news.before, news.now];
    const word = aPortion(this.desk.sheet()?.rebuild.portionWord);
    const energy = this.preferences.energyFigure();
    const row = (name: string, of: (analysis: Analysis) => string) => ({ name, before: of(before), now: of(now) });
    return {
      heading: `${news.packs.map((pack) => pack.now.name).join(', ')}:`,
      what: SAY.sinceThisTryWasSaved([...new Set(news.packs.map((pack) => learned(pack.before, pack.now)))].join(', ')),
      rows: [
        { ...row(SAY.thickness, thickness), now: thicknessNow(before, now) },
        row(SAY.energy, ({ views }) => `${showSum(views.portion[energy], 0)} ${this.preferences.energyUnit()} ${word}`),
        row(SAY.protein, ({ views }) => `${showSum(views.portion.proteinG, 1)} g`),
      ].filter((one) => one.before !== one.now),
    };
  });
}
