import { Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { fieldNumber, numberWithin } from '../src/ui/numbers';
import { Stands } from '../src/ui/stands';

@Component({ selector: 'fm-host', imports: [Stands], template: `<input #field [fmStands]="shown()" (input)="take(field.value)" />` })
class Host {
  readonly amount = signal(62);
  shown(): string {
    return fieldNumber(this.amount(), 2);
  }
  take(text: string): void {
    const read = numberWithin(text, 0, 1000);
    if (read !== undefined) this.amount.set(read);
  }
}

describe('a field that shows its own reading', () => {
  let fixture: ComponentFixture<Host>;
  let field: HTMLInputElement;
  const key = (letter: string): void => {
    field.value += letter;
    field.dispatchEvent(new Event('input'));
  };

  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    field = (fixture.nativeElement as HTMLElement).querySelector('input') ?? field;
  });

  test('two keys before the page is drawn: the point of "6.2" is not drawn over by the 6', async () => {
    field.value = '';
    key('6');
    key('.');
    await fixture.whenStable();
    key('2');
    await fixture.whenStable();
    expect([field.value, fixture.componentInstance.amount()]).toEqual(['6.2', 6.2]);
  });

  test('what comes from elsewhere is shown; what was typed in vain gives way as the field is left', async () => {
    fixture.componentInstance.amount.set(45.5);
    await fixture.whenStable();
    expect(field.value).toBe('45.5');
    key('x');
    await fixture.whenStable();
    expect(field.value).toBe('45.5x');
    field.dispatchEvent(new Event('blur'));
    fixture.componentInstance.amount.set(7);
    await fixture.whenStable();
    expect(field.value).toBe('7');
  });

  test('what was typed and given with Enter no longer holds back what comes from elsewhere', async () => {
    field.value = '';
    key('8');
    field.dispatchEvent(new Event('change'));
    fixture.componentInstance.amount.set(9);
    await fixture.whenStable();
    expect(field.value).toBe('9');
  });
});
