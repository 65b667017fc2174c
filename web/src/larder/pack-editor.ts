import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { type LabelAnswer, type StoredPack } from '@fellmist/contract';
import { type Food, isBarcode, type Pack, packAsFood } from '@fellmist/core';
import { type Subscription } from 'rxjs';
import { Asking } from '../state/asking';
import { LarderDesk } from '../state/larderDesk';
import { lookupActions } from '../state/lookup.actions';
import { Choice, type Option } from '../ui/choice';
import { FoodSelect } from '../ui/food-select';
import { LabelDesk } from './label-desk';
import { PackConflict } from './pack-conflict';
import { OwnMeasures } from './own-measures';
import { PackMoney } from './pack-money';
import { ThirstDesk } from './thirst-desk';

type Desk = 'label' | 'measures' | 'thirst' | 'money';

const DESKS: readonly Option<Desk>[] = [
  { label: 'Label', value: 'label' },
  { label: 'Scoop and cup', value: 'measures' },
  { label: 'Thirst', value: 'thirst' },
  { label: 'Stock and price', value: 'money' },
];

/** A lookup that takes longer than this is worth giving up, milliseconds. */
const PATIENCE_MS = 8000;

const KEPT = 'fellmist.pack.';

function emptyPack(id: string, kindId: string): Pack {
  return { id, name: '', kindId, label: { tradition: 'eu', state: 'as sold', per100: { of: 'g', figures: {} } }, measuresG: {}, mayContain: [], thirstTests: [], note: '' };
}

interface Kept {
  readonly pack: Pack;
  /** The version that it grew from. */
  readonly version: number;
}

/** What this tab left unsaved of a pack; nothing where the browser keeps nothing or it cannot be read. */
function keptOf(id: string): Kept | undefined {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEPT + id) ?? 'null') as Kept | null;
    return kept && typeof kept.version === 'number' && typeof kept.pack === 'object' ? kept : undefined;
  } catch {
    return undefined;
  }
}

function keep(id: string, kept: Kept | undefined): void {
  try {
    if (kept) sessionStorage.setItem(KEPT + id, JSON.stringify(kept));
    else sessionStorage.removeItem(KEPT + id);
  } catch {
    // It is still on the screen.
  }
}

type Lookup = { readonly kind: 'idle' } | { readonly kind: 'asking' } | { readonly kind: 'said'; readonly words: string; readonly isFault: boolean };

/** One pack of the kitchen: its label, its own measures, how thirsty it is, what is left of it and what it cost. */
@Component({
  selector: 'fm-pack-editor',
  imports: [Choice, FoodSelect, LabelDesk, OwnMeasures, PackConflict, PackMoney, RouterLink, ThirstDesk],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-editor.html',
  styleUrl: './pack-editor.less',
  host: { '(document:keydown)': 'press($event)' },
})
export class PackEditor {
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  protected readonly larderDesk = inject(LarderDesk);
  readonly id = input.required<string>();
  readonly kind = input<string>();
  protected readonly desks = DESKS;
  protected readonly desk = signal<Desk>('label');
  protected readonly draft = signal<Pack | undefined>(undefined);
  private readonly version = signal(0);
  private readonly savedText = signal('');
  protected readonly saving = signal<'idle' | 'saving' | 'saved'>('idle');
  protected readonly fault = signal<string | undefined>(undefined);
  /** What was typed here before the saved one was taken, to be taken up again. */
  protected readonly aside = signal<Pack | undefined>(undefined);
  /** What was saved elsewhere meanwhile. */
  protected readonly conflict = signal<StoredPack | undefined>(undefined);
  protected readonly lookup = signal<Lookup>({ kind: 'idle' });
  private lookingUp: Subscription | undefined;
  protected readonly isMissing = signal(false);
  protected readonly generic = computed(() => this.larderDesk.food(this.draft()?.kindId ?? ''));
  protected readonly food = computed((): Food | undefined => {
    const [pack, generic] = [this.draft(), this.generic()];
    return pack && generic && packAsFood(pack, generic);
  });
  protected readonly isUnsaved = computed(() => {
    const draft = this.draft();
    return draft !== undefined && JSON.stringify(draft) !== this.savedText();
  });

  constructor() {
    effect(() => {
      const id = this.id();
      if (!this.larderDesk.larder()) return;
      untracked(() => this.open(id));
    });
  }

  private open(id: string): void {
    if (this.draft() && (id === 'new' ? this.version() === 0 : this.draft()?.id === id)) return;
    const stored = id === 'new' ? undefined : this.larderDesk.storedPack(id);
    const kept = keptOf(id);
    this.isMissing.set(id !== 'new' && !stored);
    if (id !== 'new' && !stored) return;
    const base = stored?.pack ?? emptyPack(`pack-${crypto.randomUUID()}`, this.kind() ?? '');
    this.version.set(stored?.version ?? 0);
    this.savedText.set(JSON.stringify(base));
    this.draft.set(kept?.pack ?? base);
    // What was left unsaved grew from an earlier version than the one that is stored now: both are shown.
    this.conflict.set(kept && stored && kept.version !== stored.version ? stored : undefined);
    if (this.conflict()) this.version.set(kept?.version ?? 0);
    if (base.kindId) this.larderDesk.takeUp(base.kindId).subscribe();
  }

  protected change(part: Partial<Pack>): void {
    const draft = this.draft();
    if (!draft) return;
    const next = Object.fromEntries(Object.entries({ ...draft, ...part }).filter(([, value]) => value !== undefined)) as unknown as Pack;
    this.draft.set(next);
    this.saving.set('idle');
    this.fault.set(undefined);
    keep(this.id(), { pack: next, version: this.version() });
  }

  protected rename(name: string): void {
    this.change({ name: name.slice(0, 120) });
  }

  protected chooseKind(kindId: string): void {
    const kind = this.larderDesk.food(kindId);
    this.change({ kindId: kind?.packOf ?? kindId });
  }

  /** Mine goes over theirs, which stays in the pack's history. */
  protected keepMine(theirs: StoredPack): void {
    this.version.set(theirs.version);
    this.conflict.set(undefined);
    this.save();
  }

  protected takeTheirs(theirs: StoredPack): void {
    this.aside.set(this.draft());
    this.version.set(theirs.version);
    this.savedText.set(JSON.stringify(theirs.pack));
    this.draft.set(theirs.pack);
    this.conflict.set(undefined);
    keep(this.id(), undefined);
  }

  protected takeUpMine(mine: Pack): void {
    this.aside.set(undefined);
    this.change(mine);
  }

  protected save(): void {
    const draft = this.draft();
    if (!draft) return;
    if (draft.name.trim() === '') {
      this.fault.set('Give the pack a name, such as "Vanilla whey, tall tub".');
      return;
    }
    if (!this.generic()) {
      this.fault.set('Say which kind of food it is, so that it knows how it bakes.');
      return;
    }
    this.saving.set('saving');
    const pack = { ...draft, name: draft.name.trim() };
    this.larderDesk.savePack(pack, this.version()).subscribe((result) => {
      if (!result.ok) {
        this.saving.set('idle');
        if (result.theirs) this.conflict.set(result.theirs);
        else this.fault.set(result.words);
        return;
      }
      keep(this.id(), undefined);
      this.version.set(result.stored.version);
      this.savedText.set(JSON.stringify(result.stored.pack));
      if (this.draft() === draft) this.draft.set(result.stored.pack);
      this.saving.set('saved');
      if (this.id() === 'new') void this.router.navigate(['/larder/pack', pack.id], { replaceUrl: true });
    });
  }

  protected lookUp(code: string): void {
    const plain = code.replace(/\s+/g, '');
    if (!isBarcode(plain)) {
      this.lookup.set({ kind: 'said', words: 'That is no bar code: it holds 8, 12, 13 or 14 digits, and the last one must fit the others. Check for a slip.', isFault: true });
      return;
    }
    this.lookup.set({ kind: 'asking' });
    const patience = setTimeout(() => this.giveUp('The label service takes too long. Type the label in by hand, or try again later.'), PATIENCE_MS);
    this.lookingUp = this.asking
      .ask<LabelAnswer>((ask) => lookupActions.labelOf({ ask, code: plain }))
      .subscribe((answer) => {
        clearTimeout(patience);
        if (!answer.ok) {
          this.lookup.set({ kind: 'said', words: answer.words, isFault: true });
          return;
        }
        if (answer.value.kind === 'not-found') {
          this.lookup.set({ kind: 'said', words: 'Nobody knows this code. Type the label in; the code is kept with the pack.', isFault: true });
          this.change({ barcode: plain });
          return;
        }
        const { name, kindId, label, netG, allergens, mayContain } = answer.value.draft;
        this.change({ name, kindId, label, netG, allergens, mayContain, barcode: plain });
        this.lookup.set({ kind: 'said', words: `Found: ${name}. Hold it against the pack in your hand before you save.`, isFault: false });
      });
  }

  protected giveUp(words = 'Stopped asking. Type the label in by hand, or try again.'): void {
    this.lookingUp?.unsubscribe();
    this.lookup.set({ kind: 'said', words, isFault: true });
  }

  protected press(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 's') return;
    event.preventDefault();
    this.save();
  }
}
