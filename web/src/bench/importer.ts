import { inject, Injectable } from '@angular/core';
import { MOST_CHARACTERS, readRecipeJsonLd, readRecipeText, startWorksheet, type Worksheet, worksheetFrom } from '@fellmist/core';
import { Desk } from '../state/desk';

export type Imported = { readonly ok: true; readonly sheet: Worksheet } | { readonly ok: false; readonly error: string };

/** Reads a recipe file, schema.org JSON-LD or plain text, into a worksheet. */
@Injectable({ providedIn: 'root' })
export class Importer {
  private readonly desk = inject(Desk);

  async read(file: File): Promise<Imported> {
    if (file.size > 8 * MOST_CHARACTERS)
      return { ok: false, error: `${file.name} is ${Math.round(file.size / 1000)} kB; a recipe file of up to ${(8 * MOST_CHARACTERS) / 1000} kB can be read.` };
    const larder = this.desk.larder();
    if (!larder) return { ok: false, error: 'The foods are not loaded yet; try again in a moment.' };
    const text = await file.text();
    if (!/^\s*[{[]/.test(text)) {
      const read = readRecipeText(text, larder, 'us');
      return read.ok ? { ok: true, sheet: startWorksheet(read.formula) } : { ok: false, error: `${file.name}: ${read.error}` };
    }
    const read = readRecipeJsonLd(text, larder, 'us');
    return read.ok ? { ok: true, sheet: worksheetFrom(read.formula, read.basedOn, larder) } : { ok: false, error: `${file.name}: ${read.error}` };
  }
}
