import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { RemovedThing } from '@fellmist/contract';
import { ALLERGENS, type Allergen, CARB_COUNT_WORDS, CARB_COUNTS, type Counting, type Diet, dietOf, ENERGY_COUNTS, type HouseholdSettings, SCHOOLS } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { DraftBook } from '../state/draftBook';
import { PageAnew } from '../state/pageAnew';
import { CURRENCIES, Preferences, TEXT_SIZES, type TextSize } from '../state/preferences';
import { Reach } from '../state/reach';
import { removedActions, removedFeature } from '../state/removed.feature';
import { Choice, type Option } from '../ui/choice';
import { chooseLocale, LOCALE } from '../ui/locale';
import { fieldNumber } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { fieldTemperature, readTemperature } from '../ui/temperature';
import { Stands } from '../ui/stands';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Select } from '../ui/zorro/select';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { CopiesDesk } from './copies-desk';
import { KitchenDesk } from './kitchen-desk';
import { ShareDesk } from './share-desk';
import { SAY } from './words';

const ENERGY_WORDS: Readonly<Record<Counting['energy'], string>> = {
  table: SAY.eachFoodsOwnFigure,
  eu: SAY.euFactorsReg11692011,
  us: SAY.usFactors21Cfr101,
};

const LONGEST_NAME = 40;
const STEPS: readonly HouseholdSettings['scaleStepG'][] = [0.1, 0.5, 1, 2, 5];
const LOCALES = [
  'en-GB',
  'en-US',
  'en-AU',
  'de-DE',
  'de-CH',
  'fr-FR',
  'es-ES',
  'it-IT',
  'nl-NL',
  'da-DK',
  'nb-NO',
  'sv-SE',
  'fi-FI',
  'pl-PL',
  'cs-CZ',
  'pt-PT',
  'ja-JP',
  'hi-IN',
] as const;

function nameOf(locale: string): string {
  return new Intl.DisplayNames(LOCALE, { type: 'language' }).of(locale) ?? locale;
}

const asRows = <T extends string>(values: readonly T[]): Option<T>[] => values.map((value) => ({ value, label: value }));

/** What a household settles once: its measures, how it counts, what nobody here may have; and what was removed of late. */
@Component({
  selector: 'fm-house',
  imports: [Button, Choice, CopiesDesk, Field, KitchenDesk, Picker, Select, ShareDesk, Stands, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './house.html',
  styleUrl: './house.less',
})
export class House {
  protected readonly say = SAY;
  protected readonly preferences = inject(Preferences);
  protected readonly drafts = inject(DraftBook);
  protected readonly reach = inject(Reach);
  private readonly store = inject(Store);
  private readonly pageAnew = inject(PageAnew);
  protected readonly settings = this.preferences.settings;
  protected readonly measures: readonly Option<HouseholdSettings['measures']>[] = [
    { label: SAY.us237Ml, value: 'us' },
    { label: SAY.metric250Ml, value: 'metric' },
    { label: SAY.uk, value: 'uk' },
    { label: SAY.australian20Ml, value: 'au' },
  ];
  protected readonly countries: readonly Option<HouseholdSettings['country']>[] = [
    { label: SAY.american, value: 'us' },
    { label: SAY.british, value: 'uk' },
  ];
  protected readonly degrees: readonly Option<HouseholdSettings['temperature']>[] = [
    { label: '°C', value: 'C' },
    { label: '°F', value: 'F' },
  ];
  protected readonly units: readonly Option<HouseholdSettings['energyUnit']>[] = [
    { label: 'kcal', value: 'kcal' },
    { label: 'kJ', value: 'kJ' },
  ];
  protected readonly currencies = asRows(CURRENCIES);
  protected readonly carbCounts = CARB_COUNTS.map((value) => ({ value, label: CARB_COUNT_WORDS[value] }));
  protected readonly energyCounts = ENERGY_COUNTS.map((value) => ({ value, label: ENERGY_WORDS[value] }));
  protected readonly schools = asRows(SCHOOLS);
  /** Who eats here, each with what they eat by and may not have. */
  protected readonly people = computed(() => (this.settings().people ?? []).map((name) => ({ name, diet: dietOf(this.settings(), name) })));
  protected readonly allergens = asRows(ALLERGENS);
  protected readonly removed = this.store.selectSignal(removedFeature.selectListed);
  protected readonly fault = this.store.selectSignal(removedFeature.selectFailure);
  protected readonly sizes: readonly Option<TextSize>[] = TEXT_SIZES.map((value) => ({
    value,
    label: { usual: SAY.usualSize, large: SAY.largeSize, largest: SAY.largestSize }[value],
  }));
  protected readonly steps: readonly Option<string>[] = STEPS.map((step) => ({ value: String(step), label: `${fieldNumber(step, 1)} g` }));
  protected readonly step = computed(() => String(this.settings().scaleStepG));
  protected readonly locales: readonly Option<string>[] = [{ value: '', label: SAY.asTheBrowser }, ...LOCALES.map((value) => ({ value, label: nameOf(value) }))];
  protected readonly locale = signal(LOCALES.find((one) => one === LOCALE) ?? '');
  protected readonly example = `${new Intl.NumberFormat(LOCALE).format(1234.5)}, ${new Intl.DateTimeFormat(LOCALE, { dateStyle: 'long' }).format(new Date())}`;
  protected readonly coldFault = signal<string | undefined>(undefined);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'long' });
  protected readonly freezer = computed(() => fieldTemperature(this.settings().freezerC, this.settings().temperature));
  protected readonly fridge = computed(() => fieldTemperature(this.settings().fridgeC, this.settings().temperature));

  constructor() {
    this.store.dispatch(removedActions.wanted());
  }

  protected settle(change: Partial<HouseholdSettings>): void {
    this.preferences.settle(change);
  }

  protected exclude(excluded: readonly Allergen[]): void {
    this.settle({ excluded });
  }

  protected settleDiet(name: string, change: Partial<Diet>): void {
    const diet = { ...dietOf(this.settings(), name), ...change };
    const { [name]: _before, ...others } = this.settings().diets ?? {};
    const isAll = diet.schools.length === 0 && diet.excluded.length === 0;
    this.settle({ diets: isAll ? others : { ...others, [name]: diet } });
  }

  protected giveStep(text: string): void {
    const scaleStepG = STEPS.find((one) => String(one) === text);
    if (scaleStepG !== undefined) this.settle({ scaleStepG });
  }

  /** All that is written on the page is written anew. */
  protected chooseLocale(locale: string): void {
    chooseLocale(locale);
    this.pageAnew.here();
  }

  /** Names as they were typed, each once and no longer than a name is. */
  protected name(people: readonly string[]): void {
    this.settle({ people: [...new Set(people.map((one) => one.trim().slice(0, LONGEST_NAME)).filter((one) => one !== ''))] });
  }

  protected giveTemperature(which: 'freezerC' | 'fridgeC', text: string): void {
    const read = which === 'freezerC' ? readTemperature(text, this.settings().temperature, -40, -5) : readTemperature(text, this.settings().temperature, 0, 12);
    this.coldFault.set('error' in read ? read.error : undefined);
    if (!('error' in read)) this.settle({ [which]: read.tempC });
  }

  protected dayOf(one: RemovedThing): string {
    return this.days.format(new Date(one.removedAt));
  }

  protected bringBack(thing: RemovedThing): void {
    this.store.dispatch(removedActions.bringBack({ thing }));
  }
}
