import { type FoundKind, type FoundPage, type FoundRow } from '@fellmist/contract';
import { allLines, tellingWords, type Worksheet } from '@fellmist/core';
import { TASTE_FAULTS } from '@fellmist/core/bake';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';
import { type LarderStore } from './larderStore';
import { corrected } from './search';

const UPTO = 'SELECT upto FROM found_upto WHERE source = @source';
const MARK = 'INSERT INTO found_upto (source, upto) VALUES (@source, @upto) ON CONFLICT (source) DO UPDATE SET upto = @upto';
const NEW_TRIES = 'SELECT rowid AS number, id, formula_id AS formulaId, label, schema, worksheet AS body FROM try WHERE rowid > @upto ORDER BY rowid LIMIT @most';
const NEW_EVENTS = `SELECT bake_event.rowid AS number, bake_id AS bakeId, formula_id AS formulaId, body FROM bake_event JOIN bake ON bake.id = bake_id
  WHERE bake_event.rowid > @upto AND json_extract(body, '$.kind') IN ('note', 'looked', 'tasted', 'undone') ORDER BY bake_event.rowid`;
const LAST_EVENT = 'SELECT max(rowid) AS number FROM bake_event';
const ADD = 'INSERT INTO found_words (title, words, kind, formula_id, ref) VALUES (@title, @words, @kind, @formulaId, @ref)';
const OF_FORMULA = 'SELECT number FROM found_formula WHERE formula_id = @formulaId';
const KEEP_FORMULA = 'INSERT INTO found_formula (formula_id, number) VALUES (@formulaId, @number) ON CONFLICT (formula_id) DO UPDATE SET number = @number';
/** Only what was noted and tasted holds JSON that names its event. */
const DROP_EVENT = "DELETE FROM found_words WHERE CASE WHEN kind IN ('note', 'taste') THEN json_extract(ref, '$[3]') END = @eventId";
const DROP = 'DELETE FROM found_words WHERE rowid = @number';
const VOCABULARY = "SELECT term FROM found_vocabulary WHERE term NOT GLOB '[0-9]*'";
const FIND = `SELECT found_words.title AS title, found_words.words AS words, kind, found_words.formula_id AS formulaId, ref FROM found_words
  JOIN formula ON formula.id = found_words.formula_id WHERE found_words MATCH @match AND formula.deleted_at IS NULL ORDER BY rank LIMIT @most`;
const RENAMED = 'SELECT label FROM try_name WHERE try_id = @id';

/** How many are looked through of what the words fit, and how many of a kind are shown. */
const [MOST_FITTING, MOST_OF_A_KIND] = [80, 6];
/** So many tries are taken in at once, so that a large house that was never searched does not stand still. */
const BATCH = 2000;

const text = (words: readonly (string | undefined)[]): string => tellingWords(words.filter(Boolean).join(' '), true).join(' ');

type TryRow = StoredDocument & { readonly number: number; readonly id: string; readonly formulaId: string; readonly label: string };

interface EventRow {
  readonly number: number;
  readonly bakeId: string;
  readonly formulaId: string;
  readonly body: string;
}

interface WordsRow {
  readonly kind: FoundKind;
  readonly formulaId: string;
  readonly ref: string;
}

/** Finds formulas, tries, notes, tastings, foods and packs by their words; it takes in what is new whenever it is asked. */
export class Finder {
  private vocabulary: readonly string[] | undefined;

  constructor(private readonly larderStore: LarderStore) {}

  private get db(): Store {
    return this.larderStore.db;
  }

  private uptoOf(source: string): number {
    return this.db.prepare<{ source: string }, { upto: number }>(UPTO).get({ source })?.upto ?? 0;
  }

  private add(row: { readonly title: string; readonly words: string; readonly kind: FoundKind; readonly formulaId: string; readonly ref: string }): number {
    this.vocabulary = undefined;
    return Number(this.db.prepare(ADD).run(row).lastInsertRowid);
  }

  /** Whatever was saved since the last time: tries and events only ever grow. */
  private takeInTries(): boolean {
    const rows = this.db.prepare<{ upto: number; most: number }, TryRow>(NEW_TRIES).all({ upto: this.uptoOf('try'), most: BATCH });
    for (const { id, formulaId, label, ...document } of rows) {
      const read = readDocument(DOCUMENTS.worksheet, document);
      if (!read.ok) continue;
      const { rebuild }: Worksheet = read.document;
      const before = this.db.prepare<{ formulaId: string }, { number: number }>(OF_FORMULA).get({ formulaId });
      if (before) this.db.prepare(DROP).run({ number: before.number });
      const words = text([...allLines(rebuild).map(({ name }) => name), ...rebuild.notes]);
      this.db.prepare(KEEP_FORMULA).run({ formulaId, number: this.add({ title: text([rebuild.title]), words, kind: 'formula', formulaId, ref: rebuild.title }) });
      if (label) this.add({ title: text([label]), words: '', kind: 'try', formulaId, ref: JSON.stringify([id, label, rebuild.title]) });
    }
    const last = rows.at(-1)?.number;
    if (last !== undefined) this.db.prepare(MARK).run({ source: 'try', upto: last });
    return rows.length === BATCH;
  }

  private takeInEvents(): void {
    const upto = this.uptoOf('event');
    const last = this.db.prepare<[], { number: number | null }>(LAST_EVENT).get()?.number ?? 0;
    if (last <= upto) return;
    for (const { bakeId, formulaId, body } of this.db.prepare<{ upto: number }, EventRow>(NEW_EVENTS).all({ upto })) {
      const event = JSON.parse(body) as {
        readonly id: string;
        readonly kind: string;
        readonly eventId?: string;
        readonly text?: string;
        readonly taster?: string;
        readonly faults?: readonly string[];
      };
      if (event.kind === 'undone') this.db.prepare(DROP_EVENT).run({ eventId: event.eventId });
      const faults = (event.faults ?? []).map((fault) => TASTE_FAULTS.find(({ id }) => id === fault)?.words ?? fault);
      const said = [...faults, ...(event.text ? [event.text] : [])].join(', ');
      if (said === '') continue;
      this.add({
        title: text([said]),
        words: text([event.taster]),
        kind: event.kind === 'tasted' ? 'taste' : 'note',
        formulaId,
        ref: JSON.stringify([bakeId, said, event.taster ?? '', event.id]),
      });
    }
    this.db.prepare(MARK).run({ source: 'event', upto: last });
  }

  private takeIn(): void {
    for (let more = true; more;) more = this.db.transaction(() => this.takeInTries())();
    this.db.transaction(() => this.takeInEvents())();
  }

  private fitting(words: readonly string[], how: ' ' | ' OR '): readonly FoundRow[] {
    const match = words.map((word) => `"${word}"*`).join(how);
    const counts = new Map<FoundKind, number>();
    return this.db
      .prepare<object, WordsRow>(FIND)
      .all({ match, most: MOST_FITTING })
      .flatMap(({ kind, formulaId, ref }): readonly FoundRow[] => {
        const count = (counts.get(kind) ?? 0) + 1;
        counts.set(kind, count);
        if (count > MOST_OF_A_KIND) return [];
        if (kind === 'formula') return [{ kind, id: formulaId, formulaId, title: ref, said: '' }];
        const [id, said, beside] = JSON.parse(ref) as readonly [string, string, string];
        if (kind !== 'try') return [{ kind, id, formulaId, title: said, said: beside }];
        const renamed = this.db.prepare<{ id: string }, { label: string }>(RENAMED).get({ id })?.label;
        return [{ kind, id, formulaId, title: renamed ?? said, said: beside }];
      });
  }

  /** What begins with these words, the best fit of each kind first; where they fit nothing as typed, the likest that do, or some of them. */
  find(q: string): FoundPage {
    const words = tellingWords(q, true).filter((word) => /^[a-z0-9]+$/.test(word));
    if (words.length === 0) return { rows: [] };
    this.takeIn();
    const page = this.larderStore.search({ q, sort: 'fit', offset: 0, limit: MOST_OF_A_KIND });
    const foods = page.rows.map(({ id, name, kindId }): FoundRow => ({ kind: kindId === null || kindId === undefined ? 'food' : 'pack', id, title: name, said: '' }));
    const fit = this.fitting(words, ' ');
    if (fit.length > 0 || (foods.length > 0 && page.corrected === undefined)) return { rows: [...fit, ...foods] };
    this.vocabulary ??= this.db
      .prepare<[], { term: string }>(VOCABULARY)
      .all()
      .map(({ term }) => term);
    const others = corrected(this.vocabulary, words);
    const isOther = others.join(' ') !== words.join(' ');
    const like = isOther ? this.fitting(others, ' ') : [];
    if (like.length > 0) return { rows: like, corrected: others.join(' ') };
    if (foods.length > 0) return { rows: foods, ...(page.corrected === undefined ? {} : { corrected: page.corrected }) };
    return { rows: this.fitting(others, ' OR '), ...(isOther ? { corrected: others.join(' ') } : {}) };
  }
}
