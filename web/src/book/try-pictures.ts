import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import type { TryPicture } from '@fellmist/contract';
import { Asking } from '../state/asking';
import { bookActions } from '../state/book.feature';
import { tryPictureUrl } from '../state/bookApi';
import { FileButton } from '../ui/file-button';
import { type Box, shrunk } from '../ui/picture';
import { Told } from '../ui/told';
import { Field } from '../ui/zorro/field';
import type { Numbered } from './bookView';
import { SAY } from './words';

/** Large enough to see a crumb by. */
const OF_A_TRY: Box = [1200, 900];

/** Pictures of a try: chosen or dropped, drawn smaller here and anew at the server. */
@Component({
  selector: 'fm-try-pictures',
  imports: [Field, FileButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './try-pictures.html',
  styleUrl: './try-pictures.less',
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'drop($event)' },
})
export class TryPictures {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  private readonly told = inject(Told);
  readonly one = input.required<Numbered>();
  protected readonly failure = signal<string | undefined>(undefined);
  private readonly kept = linkedSignal<readonly TryPicture[]>(() => this.one().pictures);
  protected readonly pictures = computed(() =>
    this.kept().map((picture) => ({ ...picture, url: tryPictureUrl(picture.id), spoken: picture.alt || SAY.pictureOf(this.one().number) })),
  );

  protected drop(event: DragEvent): void {
    event.preventDefault();
    const [file] = event.dataTransfer?.files ?? [];
    if (file) void this.add(file);
  }

  protected async add(file: File): Promise<void> {
    this.failure.set(undefined);
    const bytes = await shrunk(file, OF_A_TRY);
    if (!bytes) {
      this.failure.set(SAY.noPicture);
      return;
    }
    const picture = { id: crypto.randomUUID(), alt: '' };
    const { bakeId } = this.one();
    this.asking
      .ask<TryPicture>((ask) => bookActions.putPicture({ ask, bakeId, picture, bytes }))
      .subscribe((answer) => {
        if (answer.ok) this.kept.update((all) => [...all, answer.value]);
        else this.failure.set(answer.words);
      });
  }

  protected describe(id: string, alt: string): void {
    if (this.kept().some((one) => one.id === id && one.alt === alt.trim())) return;
    this.asking
      .ask<TryPicture>((ask) => bookActions.describePicture({ ask, picture: { id, alt: alt.trim() } }))
      .subscribe((answer) => {
        if (answer.ok) this.kept.update((all) => all.map((one) => (one.id === id ? answer.value : one)));
        else this.failure.set(answer.words);
      });
  }

  protected remove(picture: TryPicture): void {
    const { id, alt } = picture;
    this.asking
      .ask((ask) => bookActions.removePicture({ ask, id }))
      .subscribe((answer) => {
        if (!answer.ok) {
          this.failure.set(answer.words);
          return;
        }
        this.kept.update((all) => all.filter((one) => one.id !== id));
        this.told.undoable(SAY.removedPicture, () => this.restore({ id, alt }));
      });
  }

  private restore(picture: TryPicture): void {
    this.asking
      .ask((ask) => bookActions.restorePicture({ ask, id: picture.id }))
      .subscribe((answer) => {
        if (answer.ok) this.kept.update((all) => [...all, picture]);
        else this.failure.set(answer.words);
      });
  }
}
