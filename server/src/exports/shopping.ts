import { type ShoppingPage } from '@fellmist/contract';
import { gramsNumber } from '@fellmist/core';
import Papa from 'papaparse';

const needed = ({ entries }: ShoppingPage): ShoppingPage['entries'] => entries.filter(({ needG, isOpen }) => needG > 0 || isOpen);

/** The list as a table: a row a food, with packs where they are known. */
export function shoppingCsv(page: ShoppingPage): string {
  const data = needed(page).map(({ name, kind, needG, wantedG, inStockG, pack, of, isTicked }) => ({
    food: name,
    kind: kind ?? '',
    'need g': gramsNumber(needG),
    'wanted g': gramsNumber(wantedG),
    'in stock g': gramsNumber(inStockG),
    packs: pack ? pack.count : '',
    pack: pack?.name ?? '',
    for: of.join('; '),
    ticked: isTicked ? 'yes' : '',
  }));
  return Papa.unparse({ fields: ['food', 'kind', 'need g', 'wanted g', 'in stock g', 'packs', 'pack', 'for', 'ticked'], data }, { escapeFormulae: true, newline: '\n' });
}

/** The list as plain lines, to be sent or written down. */
export function shoppingText(page: ShoppingPage): string {
  const lines = needed(page)
    .filter(({ isTicked }) => !isTicked)
    .map(({ name, needG, pack, isOpen }) => {
      const much = needG > 0 ? `${gramsNumber(needG)} g` : 'some';
      return `- ${name}, ${much}${needG > 0 && isOpen ? ' and some more' : ''}${pack ? ` (${pack.count} × ${pack.name})` : ''}`;
    });
  return `${lines.join('\n')}\n`;
}
