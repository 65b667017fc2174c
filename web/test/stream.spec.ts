import { TestBed } from '@angular/core/testing';
import { type Streamed, STREAM } from '../src/state/stream';

class FakeSource {
  static readonly open: FakeSource[] = [];
  onopen: (() => void) | undefined;
  onerror: (() => void) | undefined;
  onmessage: ((message: { data: string }) => void) | undefined;
  constructor(readonly url: string) {
    FakeSource.open.push(this);
  }
  close(): void {
    FakeSource.open.splice(FakeSource.open.indexOf(this), 1);
  }
}

test('a page that nobody sees holds no connection; seen again it listens anew, and who lets go closes it', () => {
  Object.defineProperty(globalThis, 'EventSource', { value: FakeSource, configurable: true });
  let visibility = 'visible';
  Object.defineProperty(document, 'visibilityState', { get: () => visibility, configurable: true });
  const turn = (to: string): void => {
    visibility = to;
    document.dispatchEvent(new Event('visibilitychange'));
  };
  const heard: Streamed[] = [];
  const hearer = TestBed.inject(STREAM)('/api/devices/scale').subscribe((said) => heard.push(said));
  FakeSource.open[0]?.onopen?.();
  FakeSource.open[0]?.onmessage?.({ data: '{"kind":"unplugged"}' });
  FakeSource.open[0]?.onerror?.();
  expect(heard).toEqual([{ kind: 'open' }, { kind: 'said', data: { kind: 'unplugged' } }, { kind: 'lost' }]);
  turn('hidden');
  expect(FakeSource.open).toEqual([]);
  turn('visible');
  turn('visible');
  expect(FakeSource.open.map(({ url }) => url)).toEqual(['/api/devices/scale']);
  hearer.unsubscribe();
  expect(FakeSource.open).toEqual([]);
});
