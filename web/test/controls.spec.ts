import { Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { Choice, type Option } from '../src/ui/choice';
import { Picker } from '../src/ui/pick';
import { Checkbox } from '../src/ui/zorro/checkbox';
import { Select } from '../src/ui/zorro/select';
import { Switch } from '../src/ui/zorro/switch';
import { Value } from '../src/ui/zorro/value';

type Size = 'small' | 'large';
const SIZES: readonly Option<Size>[] = [
  { value: 'small', label: 'A small one' },
  { value: 'large', label: 'A large one' },
];

@Component({
  selector: 'fm-host',
  imports: [Checkbox, Choice, Picker, Switch, Value],
  template: `
    <fm-pick fieldId="size" [options]="sizes()" [value]="size()" (picked)="take($event)" />
    <fm-choice name="size-too" label="Size" [options]="sizes()" [value]="size()" (picked)="take($event)" />
    <label nz-checkbox [fmValue]="isFan()" (given)="isFan.set($event)">fan</label>
    <nz-switch [fmValue]="isFan()" (given)="isFan.set($event)" />
  `,
})
class Host {
  readonly sizes = signal(SIZES);
  readonly size = signal<Size>('small');
  readonly isFan = signal(false);
  readonly taken: Size[] = [];

  take(size: Size): void {
    this.taken.push(size);
    this.size.set(size);
  }
}

describe('a control of the library', () => {
  let fixture: ComponentFixture<Host>;
  let host: Host;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const select = (): Select => fixture.debugElement.query(By.directive(Select)).componentInstance as Select;
  const radios = (): readonly boolean[] => [...element().querySelectorAll<HTMLInputElement>('input[type=radio]')].map(({ checked }) => checked);
  const shown = (): string => element().querySelector('.ant-select-selection-item')?.textContent?.trim() ?? '';

  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    host = fixture.componentInstance;
    await fixture.whenStable();
  });

  test('shows what it is given, and what it is given later', async () => {
    expect([shown(), radios()]).toEqual(['A small one', [true, false]]);
    host.size.set('large');
    await fixture.whenStable();
    expect([shown(), radios(), host.taken]).toEqual(['A large one', [false, true], []]);
  });

  test('says what is picked once, and the other that holds the same follows', async () => {
    element().querySelectorAll<HTMLInputElement>('input[type=radio]')[1]?.click();
    await fixture.whenStable();
    expect([shown(), radios(), host.taken]).toEqual(['A large one', [false, true], ['large']]);
  });

  test('a box and a switch hold the same yes or no, whichever is pressed', async () => {
    const held = (): readonly (boolean | undefined)[] => [
      element().querySelector<HTMLInputElement>('input[type=checkbox]')?.checked,
      element().querySelector('.ant-switch')?.classList.contains('ant-switch-checked'),
    ];
    expect(held()).toEqual([false, false]);
    element().querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
    await fixture.whenStable();
    expect([host.isFan(), held()]).toEqual([true, [true, true]]);
    element().querySelector<HTMLElement>('.ant-switch')?.click();
    await fixture.whenStable();
    expect([host.isFan(), held()]).toEqual([false, [false, false]]);
  });

  test('a list that opens is seen at once, and made when a hand comes: it takes the place of what was seen, with the focus', async () => {
    expect([fixture.debugElement.query(By.directive(Select)), shown()]).toEqual([null, 'A small one']);
    document.body.append(element());
    element().querySelector<HTMLInputElement>('#size')?.focus();
    await fixture.whenStable();
    expect([document.activeElement?.id, document.querySelectorAll('#size').length, document.activeElement?.closest('nz-select') !== null, shown()]).toEqual([
      'size',
      1,
      true,
      'A small one',
    ]);
  });

  test('a press without a pointer opens it', async () => {
    element().querySelector<HTMLElement>('fm-pick')?.click();
    await fixture.whenStable();
    expect(select().nzOpen).toBe(true);
  });

  test('a list that says the same is the same list: nothing is made anew for it; one that says other things is taken', async () => {
    element().querySelector('fm-pick')?.dispatchEvent(new Event('pointerenter'));
    const before = select().nzOptions;
    host.sizes.set(SIZES.map((one) => ({ ...one })));
    await fixture.whenStable();
    expect(select().nzOptions).toBe(before);
    host.sizes.set([SIZES[0] as Option<Size>, { value: 'large', label: 'A great one' }]);
    host.size.set('large');
    await fixture.whenStable();
    expect([select().nzOptions === before, shown()]).toEqual([false, 'A great one']);
  });
});
