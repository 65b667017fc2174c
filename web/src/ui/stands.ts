import { Directive, effect, ElementRef, inject, input } from '@angular/core';

/**
 * What stands in a field as long as nobody types in it. What is typed is never drawn over by its own reading ("6" over the "6." of
 * "6.2"), however late the page is drawn; leaving the field shows what stands.
 */
@Directive({ selector: 'input[fmStands]', host: { '(input)': 'isTyped = true', '(change)': 'isTyped = false', '(blur)': 'settle()' } })
export class Stands {
  readonly fmStands = input.required<string | number>();
  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  protected isTyped = false;

  constructor() {
    effect(() => {
      const stands = this.fmStands();
      if (!this.isTyped) this.field.value = String(stands);
    });
  }

  protected settle(): void {
    this.isTyped = false;
    this.field.value = String(this.fmStands());
  }
}
