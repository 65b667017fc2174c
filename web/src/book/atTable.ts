import { computed, signal } from '@angular/core';
import { LIMITS, namesOnce } from '@fellmist/core';
import { MOST_TASTERS, type Scale } from '@fellmist/core/bake';

/** What one taster says, as it stands on the sheet. */
export interface Sheet {
  readonly overall: string;
  readonly given: Readonly<Partial<Record<Scale, string>>>;
  readonly ticked: ReadonlySet<string>;
  readonly note: string;
}

const BLANK: Sheet = { overall: '', given: {}, ticked: new Set(), note: '' };
/** The sheet of whoever's name is still being written. */
const WRITING = '';

export function saysNothing({ overall, given, ticked }: Sheet): boolean {
  return overall === '' && Object.keys(given).length === 0 && ticked.size === 0;
}

/** Who sits at the table, and what each of them says: one who is handed the phone, or all whom one of them asks. */
export class AtTable {
  /** The name that is being written; another at the table once it is written. */
  readonly writing = signal('');
  private readonly seated = signal<readonly string[]>([]);
  private readonly sheets = signal<ReadonlyMap<string, Sheet>>(new Map());
  /** Each by the key of their sheet and by their name. One who is not named yet may taste all the same. */
  readonly places = computed((): readonly { readonly key: string; readonly name: string }[] => {
    const [seated, name] = [this.seated(), this.writing().trim()];
    const isAnother = name !== '' && !seated.some((one) => one.toLowerCase() === name.toLowerCase());
    return [...seated.map((one) => ({ key: one, name: one })), ...(seated.length === 0 || isAnother ? [{ key: WRITING, name }] : [])];
  });
  readonly isBlank = computed(() => this.writing() === '' && this.seated().length === 0 && this.places().every(({ key }) => saysNothing(this.of(key)) && this.of(key).note === ''));

  of(key: string): Sheet {
    return this.sheets().get(key) ?? BLANK;
  }

  say(key: string, part: Partial<Sheet>): void {
    this.sheets.update((sheets) => new Map(sheets).set(key, { ...(sheets.get(key) ?? BLANK), ...part }));
  }

  isSeated(name: string): boolean {
    return this.seated().includes(name);
  }

  /** What was answered before a name was known is theirs. */
  seat(...names: readonly string[]): void {
    for (const name of names) this.takePlace(name.trim().slice(0, LIMITS.person));
  }

  private takePlace(name: string): void {
    if (name === '') return;
    const known = this.seated().find((one) => one.toLowerCase() === name.toLowerCase());
    if (known !== undefined || this.seated().length >= MOST_TASTERS) return;
    const nameless = this.writing().trim() === '' || this.writing().trim() === name ? this.sheets().get(WRITING) : undefined;
    this.seated.update((seated) => [...seated, name]);
    if (!nameless) return;
    this.sheets.update((sheets) => new Map([...sheets].filter(([key]) => key !== WRITING)).set(name, nameless));
  }

  /** The name of one who may taste is pressed: they take their place, or leave it. What was being written is meant as that name where it begins so. */
  press(name: string): void {
    if (this.isSeated(name)) {
      this.leave(name);
      return;
    }
    const written = this.writing().trim();
    if (name.toLowerCase().startsWith(written.toLowerCase())) this.writing.set(name);
    else this.seat(written);
    this.seat(name);
    this.writing.set('');
  }

  private leave(name: string): void {
    this.seated.update((seated) => seated.filter((one) => one !== name));
  }

  /** A comma ends a name: whoever is written after it sits at the same table. */
  write(text: string): void {
    const names = text.split(/[,;\n]/);
    const last = names.pop() ?? '';
    for (const name of namesOnce(names)) {
      this.writing.set(name);
      this.seat(name);
    }
    this.writing.set(last.trimStart());
    // Whoever's name was taken back said nothing.
    if (last.trim() === '' && this.seated().length > 0) this.sheets.update((sheets) => new Map([...sheets].filter(([key]) => key !== WRITING)));
  }

  clear(): void {
    this.writing.set('');
    this.seated.set([]);
    this.sheets.set(new Map());
  }
}
