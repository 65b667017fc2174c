import { type BookPage } from '@fellmist/contract';
import { allLines, gramsNumber } from '@fellmist/core';
import { meanOn, SCALES } from '@fellmist/core/bake';
import Papa from 'papaparse';

/** The book as a table: one row for each taster and scale of a try, "overall" of 1 to 9 and the others of -2 to 2, and one for each fault that was ticked. */
export function bookCsv(pages: readonly BookPage[]): string {
  const rows = pages.flatMap(({ title, tries }) =>
    tries.flatMap(({ at, scores }, i) =>
      scores.flatMap(({ taster, overall, scales, faults, note }) => {
        const row = (scale: string, value: number | string) => ({ formula: title, try: i + 1, day: at.slice(0, 10), taster, scale, value });
        return [
          ...(overall === undefined ? [] : [row('overall', overall)]),
          ...SCALES.flatMap((scale) => (scales[scale] === undefined ? [] : [row(scale, scales[scale])])),
          ...faults.map((fault) => row(`fault ${fault}`, 1)),
          ...(note ? [row('note', note)] : []),
        ];
      }),
    ),
  );
  return Papa.unparse({ fields: ['formula', 'try', 'day', 'taster', 'scale', 'value'], data: rows }, { escapeFormulae: true, newline: '\n' });
}

const said = (text: string): string => text.replace(/([\\`*_[\]<>|#])/g, '\\$1').replace(/\s+/g, ' ');

/** One try as Markdown: what was poured, how it was made, and what was said of it. Undefined where the page has no such try. */
export function tryMarkdown({ title, tries }: BookPage, bakeId: string): string | undefined {
  const number = tries.findIndex((one) => one.bakeId === bakeId);
  const one = tries[number];
  if (!one) return undefined;
  const { coreC, heatS, lossShare } = one.process;
  const made = [
    ...(heatS === undefined ? [] : [`- In the heat: ${Math.round(heatS / 60)} minutes`]),
    ...(coreC === undefined ? [] : [`- In its middle: ${coreC} °C`]),
    ...(lossShare === undefined ? [] : [`- Lost in the heat: ${Math.round(lossShare * 100)} %`]),
  ];
  const scored = (['overall', ...SCALES] as const).flatMap((scale) => {
    const mean = meanOn(one.scores, scale);
    return mean ? [`| ${scale} | ${mean.mean.toFixed(1)} | ${mean.tasters} |`] : [];
  });
  const remarks = one.scores.flatMap(({ taster, faults, note }) => {
    const words = [...faults, ...(note ? [note] : [])].join('; ');
    return words ? [`- ${said(taster)}: ${said(words)}`] : [];
  });
  const section = (head: string, lines: readonly string[]): readonly string[] => (lines.length > 0 ? ['', `## ${head}`, '', ...lines] : []);
  return [
    `# ${said(title)}, try ${number + 1}`,
    '',
    one.at.slice(0, 10),
    ...section(
      'What was poured',
      allLines(one.poured).map((line) => `- ${line.massG === undefined ? '?' : gramsNumber(line.massG)} g ${said(line.name)}`),
    ),
    ...section('How it was made', made),
    ...section('Scores', scored.length > 0 ? ['| scale | mean | tasters |', '| --- | ---: | ---: |', ...scored] : []),
    ...section('Remarks', remarks),
    ...section(
      'Notes',
      one.notes.map((note) => `- ${said(note)}`),
    ),
    '',
  ].join('\n');
}
