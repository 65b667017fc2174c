import { Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type Amount } from '@fellmist/core';
import { AmountField, type AmountTyped } from '../src/ui/amount-field';

@Component({ selector: 'fm-host', imports: [AmountField], template: `<fm-amount-field fieldId="f" label="Amount of flour" [amount]="amount()" (typed)="take($event)" />` })
class Host {
  readonly amount = signal<Amount | undefined>({ value: 200, unit: 'g' });
  readonly typed: AmountTyped[] = [];

  /** As the bench does: what is typed becomes the amount. */
  take(typed: AmountTyped): void {
    this.typed.push(typed);
    this.amount.set(typed.amount);
  }
}

describe('an amount field', () => {
  let fixture: ComponentFixture<Host>;
  let field: HTMLInputElement;

  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    field = (fixture.nativeElement as HTMLElement).querySelector('input') ?? document.createElement('input');
  });

  async function type(text: string): Promise<void> {
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  }
  async function press(key: string): Promise<void> {
    field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    await fixture.whenStable();
  }
  const amount = (): Amount | undefined => fixture.componentInstance.amount();
  const fault = (): string => (fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent ?? '';

  test('shows the number alone, and takes a number, a fraction and another unit', async () => {
    expect(field.value).toBe('200');
    await type('180');
    expect(amount()).toEqual({ value: 180, unit: 'g' });
    await type('1 1/2 cup');
    expect(amount()).toEqual({ value: 1.5, unit: 'cup' });
    expect(field.value).toBe('1 1/2 cup');
    field.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(field.value).toBe('1 1/2');
  });

  test('what cannot be read is said, marks the field, and leaves what stood before', async () => {
    await type('3');
    await type('3 blorps');
    expect([amount(), field.getAttribute('aria-invalid'), field.value]).toEqual([{ value: 200, unit: 'g' }, 'true', '3 blorps']);
    expect(fault()).toContain('is not a unit Fellmist knows');
    expect(field.getAttribute('aria-describedby')).toBe('f-fault');
    await type('3 cups');
    expect([amount(), field.getAttribute('aria-invalid'), fault()]).toEqual([{ value: 3, unit: 'cup' }, null, '']);
  });

  test('leaving a fault behind shows the amount that stands', async () => {
    await type('-5');
    field.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect([field.value, fault(), amount()]).toEqual(['200', '', { value: 200, unit: 'g' }]);
  });

  test('Escape takes back what was typed, and leaves the key to others when nothing was', async () => {
    let passed = 0;
    fixture.nativeElement.addEventListener('keydown', () => (passed += 1));
    await press('Escape');
    expect(passed).toBe(1);
    await type('35');
    await press('Escape');
    expect([amount(), field.value, passed]).toEqual([{ value: 200, unit: 'g' }, '200', 1]);
  });

  test('arrows step by what suits the unit, from what was typed last, and never below zero', async () => {
    await press('ArrowUp');
    expect(amount()).toEqual({ value: 205, unit: 'g' });
    await type('3');
    await press('ArrowDown');
    expect(amount()).toEqual({ value: 2, unit: 'g' });
    for (let i = 0; i < 4; i++) await press('ArrowDown');
    expect(amount()).toEqual({ value: 0, unit: 'g' });
    await type('1 cup');
    await press('ArrowUp');
    expect(amount()).toEqual({ value: 1.25, unit: 'cup' });
  });

  test('a line without an amount is an empty field that can be filled', async () => {
    fixture.componentInstance.amount.set(undefined);
    await fixture.whenStable();
    expect(field.value).toBe('');
    await press('ArrowUp');
    expect(amount()).toBeUndefined();
    await type('x');
    expect(amount()).toBeUndefined();
    await type('40 g');
    expect(amount()).toEqual({ value: 40, unit: 'g' });
  });
});
