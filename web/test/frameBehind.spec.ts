import { Component, computed, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { frameBehind } from '../src/ui/frameBehind';

@Component({ selector: 'fm-host', template: `{{ portion() }} | {{ balance() }}` })
class Host {
  readonly sheet = signal(60);
  readonly isRead = signal(true);
  reckoned = 0;
  readonly portion = computed(() => this.sheet() * 2);
  private readonly heavy = computed(() => {
    this.reckoned += 1;
    return this.sheet() / 10;
  });
  readonly balance = frameBehind(this.sheet)(() => (this.isRead() ? this.heavy() : 'away'));
}

describe('what follows a frame behind', () => {
  const opened = async (): Promise<{ host: Host; drawn: () => string; at: () => void; rest: () => Promise<void> }> => {
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const timers = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 1));
    return {
      host: fixture.componentInstance,
      drawn: () => (fixture.nativeElement as HTMLElement).textContent ?? '',
      at: () => {
        fixture.detectChanges();
      },
      rest: async () => {
        await timers();
        await fixture.whenStable();
      },
    };
  };

  test('the first is drawn at once, and at a change what the eye is on comes first and the rest after it', async () => {
    const { host, drawn, at, rest } = await opened();
    expect(drawn()).toBe('120 | 6');
    host.sheet.set(80);
    at();
    expect(drawn()).toBe('160 | 6');
    await rest();
    expect(drawn()).toBe('160 | 8');
  });

  test('of keys that follow each other faster only the last is reckoned, and nothing while the first is drawn', async () => {
    const { host, drawn, at, rest } = await opened();
    const before = host.reckoned;
    for (const amount of [70, 7, 75]) {
      host.sheet.set(amount);
      at();
    }
    expect([host.reckoned - before, drawn()]).toEqual([0, '150 | 6']);
    await rest();
    expect([host.reckoned - before, drawn()]).toEqual([1, '150 | 7.5']);
  });

  test('what changes beside the cause is followed at once', async () => {
    const { host, drawn, at } = await opened();
    host.isRead.set(false);
    at();
    expect(drawn()).toBe('120 | away');
  });
});
