import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { LabelAnswer, StoredPack } from '@fellmist/contract';
import { emptyPack, type Food, isBarcode, type Pack, packAsFood } from '@fellmist/core';
import type { Subscription } from 'rxjs';
import { Asking } from '../state/asking';
import { isSame, PackDrafts } from '../state/drafts';
import { LarderDesk } from '../state/larderDesk';
import { lookupActions } from '../state/lookup.actions';
import { Choice, type Option } from '../ui/choice';
import { IntoStock } from '../parts/into-stock';
import { FoodSelect } from '../ui/food-select';
import { LabelDesk } from './label-desk';
import { PackConflict } from './pack-conflict';
import { PackHistory } from './pack-history';
import { OwnMeasures } from './own-measures';
import { PackMoney } from './pack-money';
import { ThirstDesk } from './thirst-desk';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

type EditorDesk = 'label' | 'measures' | 'thirst' | 'money' | 'history';

const DESKS: readonly Option<EditorDesk>[] = [
  { label: SAY.label, value: 'label' },
  { label: SAY.scoopAndCup, value: 'measures' },
  { label: SAY.thirst, value: 'thirst' },
  { label: SAY.stockAndPrice, value: 'money' },
  { label: SAY.history, value: 'history' },
];

/** A lookup that takes longer than this is worth giving up, milliseconds. */
const PATIENCE_MS = 8000;

type Lookup = { readonly kind: 'idle' } | { readonly kind: 'asking' } | { readonly kind: 'said'; readonly words: string; readonly isFault: boolean };

/** One pack of the household: its label, its own measures, how thirsty it is, what is left of it and what it cost. */
@Component({
  selector: 'fm-pack-editor',
  imports: [Button, Choice, Field, FoodSelect, IntoStock, LabelDesk, OwnMeasures, PackConflict, PackHistory, PackMoney, RouterLink, ThirstDesk],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-editor.html',
  styleUrl: './pack-editor.less',
  host: { '(document:keydown)': 'press($event)' },
})
export class PackEditor {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  protected readonly drafts = inject(PackDrafts);
  private readonly router = inject(Router);
  protected readonly larderDesk = inject(LarderDesk);
  readonly id = input.required<string>();
  readonly kind = input<string>();
  protected readonly desks = DESKS;
  protected readonly desk = signal<EditorDesk>('label');
  protected readonly draft = signal<Pack | undefined>(undefined);
  protected readonly version = signal(0);
  private readonly savedText = signal('');
  /** The draft as it was named after its kind: nobody has typed in it. */
  private readonly named = signal<Pack | undefined>(undefined);
  protected readonly isUntouched = computed(() => this.draft() === this.named());
  protected readonly saving = signal<'idle' | 'saving' | 'saved'>('idle');
  protected readonly fault = signal<string | undefined>(undefined);
  /** What was typed here before the saved one was taken, to be taken up again. */
  protected readonly aside = signal<Pack | undefined>(undefined);
  /** What lies here was left unsaved on an earlier visit. */
  protected readonly fromDraft = signal(false);
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
    this.isMissing.set(id !== 'new' && !stored);
    if (id !== 'new' && !stored) return;
    const base = stored?.pack ?? emptyPack(`pack-${crypto.randomUUID()}`, this.kind() ?? '');
    this.lay(base, stored?.version ?? 0);
    this.conflict.set(undefined);
    this.fromDraft.set(false);
    if (base.kindId) this.larderDesk.takeUp(base.kindId).subscribe((kind) => this.nameAfter(kind));
    void this.drafts.find(this.draftOf()).then((found) => {
      if (found?.kind !== 'read') return;
      const kept = found.draft.body;
      if (this.draft() === base || this.isUntouched()) this.takeUpDraft(kept, Number(found.draft.base ?? 0), base);
      // Typed in before the draft was found: what was left unsaved is offered beside, not lost.
      else if (this.draft()?.id === base.id && !isSame(kept, this.draft()) && !isSame(kept, base)) this.aside.set(kept);
    });
  }

  /** A pack that nobody named is called as what it is a pack of, until it is named. */
  private nameAfter(kind: Food | undefined): void {
    const draft = this.draft();
    const isUnnamed = draft?.name === '' || draft?.name === this.named()?.name;
    if (!kind || draft?.kindId !== kind.id || !isUnnamed || this.version() > 0) return;
    this.named.set({ ...draft, name: SAY.myOwn(kind.name) });
    this.draft.set(this.named());
  }

  /** New packs of one kind and of another are drafts apart. */
  private draftOf(): string {
    return this.id() === 'new' ? `new ${this.kind() ?? ''}` : this.id();
  }

  /** What is stored, or an empty one. */
  private lay(pack: Pack, version: number): void {
    this.version.set(version);
    this.savedText.set(JSON.stringify(pack));
    this.draft.set(pack);
  }

  /** What was left unsaved grew from an earlier version than the one that is stored now: then both are shown. */
  private takeUpDraft(kept: Pack, version: number, base: Pack): void {
    const stored = this.larderDesk.storedPack(kept.id);
    if (isSame(kept, base)) return;
    this.draft.set(kept);
    this.version.set(version);
    this.fromDraft.set(true);
    this.conflict.set(stored && version !== stored.version ? stored : undefined);
    if (kept.kindId) this.larderDesk.takeUp(kept.kindId).subscribe();
  }

  /** What was taken up from an earlier visit is put aside, for what is stored or an empty pack. */
  protected beginAnew(): void {
    this.aside.set(this.draft());
    const stored = this.larderDesk.storedPack(this.draft()?.id ?? '');
    this.lay(stored?.pack ?? emptyPack(`pack-${crypto.randomUUID()}`, this.kind() ?? ''), stored?.version ?? 0);
    this.fromDraft.set(false);
    void this.drafts.drop(this.draftOf());
  }

  protected change(part: Partial<Pack>): void {
    const draft = this.draft();
    if (!draft) return;
    const next = Object.fromEntries(Object.entries({ ...draft, ...part }).filter(([, value]) => value !== undefined)) as unknown as Pack;
    this.draft.set(next);
    this.saving.set('idle');
    this.fault.set(undefined);
    void this.drafts.keep({ of: this.draftOf(), base: this.version() === 0 ? undefined : String(this.version()), title: next.name, body: next });
  }

  protected rename(name: string): void {
    this.change({ name: name.slice(0, 120) });
  }

  protected chooseKind(kindId: string): void {
    const kind = this.larderDesk.food(kindId);
    this.change({ kindId: kind?.packOf ?? kindId });
    this.nameAfter(this.generic());
  }

  /** Mine goes over theirs, which stays in the pack's history. */
  protected keepMine(theirs: StoredPack): void {
    this.version.set(theirs.version);
    this.conflict.set(undefined);
    this.save();
  }

  protected takeTheirs(theirs: StoredPack): void {
    this.aside.set(this.draft());
    this.lay(theirs.pack, theirs.version);
    this.conflict.set(undefined);
    this.fromDraft.set(false);
    void this.drafts.drop(this.draftOf());
  }

  protected takeUpMine(mine: Pack): void {
    this.aside.set(undefined);
    this.change(mine);
  }

  /** An earlier save comes back as a change that is not saved yet; what lay there is put aside. */
  protected takeUpEarlier(earlier: Pack): void {
    this.aside.set(this.draft());
    this.change(earlier);
  }

  protected save(): void {
    const draft = this.draft();
    if (!draft) return;
    if (draft.name.trim() === '') {
      this.fault.set(SAY.giveThePackAName);
      return;
    }
    if (!this.generic()) {
      this.fault.set(SAY.sayWhichKindOfFood3);
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
      void this.drafts.drop(this.draftOf());
      this.fromDraft.set(false);
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
      this.lookup.set({ kind: 'said', words: SAY.thatIsNoBarCode, isFault: true });
      return;
    }
    this.lookup.set({ kind: 'asking' });
    const patience = setTimeout(() => this.giveUp(SAY.theLabelServiceTakesToo), PATIENCE_MS);
    this.lookingUp = this.asking
      .ask<LabelAnswer>((ask) => lookupActions.labelOf({ ask, code: plain }))
      .subscribe((answer) => {
        clearTimeout(patience);
        if (!answer.ok) {
          this.lookup.set({ kind: 'said', words: answer.words, isFault: true });
          return;
        }
        if (answer.value.kind === 'not-found') {
          this.lookup.set({ kind: 'said', words: SAY.nobodyKnowsThisCodeType, isFault: true });
          this.change({ barcode: plain });
          return;
        }
        const { name, kindId, label, netG, allergens, mayContain } = answer.value.draft;
        this.change({ name, kindId, label, netG, allergens, mayContain, barcode: plain });
        this.lookup.set({ kind: 'said', words: SAY.foundHoldItAgainstThe(name), isFault: false });
      });
  }

  protected giveUp(words = SAY.stoppedAskingTypeTheLabel): void {
    this.lookingUp?.unsubscribe();
    this.lookup.set({ kind: 'said', words, isFault: true });
  }

  protected press(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 's') return;
    event.preventDefault();
    this.save();
  }
}
