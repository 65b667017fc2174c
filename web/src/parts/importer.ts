import { inject, Injectable } from '@angular/core';
import { MOST_CHARACTERS, readRecipeJsonLd, readRecipeText, startWorksheet, withDiet, type Worksheet, worksheetFrom } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { SAY } from './words';

export type Imported = { readonly ok: true; readonly sheet: Worksheet } | { readonly ok: false; readonly error: string };

/** Reads a recipe file, schema.org JSON-LD or plain text, into a worksheet. */
@Injectable({ providedIn: 'root' })
export class Importer {
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);

  async read(file: File): Promise<Imported> {
    if (file.size > 8 * MOST_CHARACTERS) return { ok: false, error: SAY.isKbARecipeFile(file.name, Math.round(file.size / 1000), (8 * MOST_CHARACTERS) / 1000) };
    const larder = this.desk.larder();
    if (!larder) return { ok: false, error: SAY.theFoodsAreNotLoaded };
    const text = await file.text();
    const settings = this.preferences.settings();
    const { measures } = settings;
    if (!/^\s*[{[]/.test(text)) {
      const read = readRecipeText(text, larder, measures);
      return read.ok ? { ok: true, sheet: withDiet(startWorksheet(read.formula), settings) } : { ok: false, error: `${file.name}: ${read.error}` };
    }
    const read = readRecipeJsonLd(text, larder, measures);
    return read.ok ? { ok: true, sheet: withDiet(worksheetFrom(read.formula, read.basedOn, larder), settings) } : { ok: false, error: `${file.name}: ${read.error}` };
  }
}
