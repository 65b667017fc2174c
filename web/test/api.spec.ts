import { HttpClient, HttpErrorResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { type SaveRequest } from '@fellmist/contract';
import { FIRST_SETTINGS, type Pack, type StockItem } from '@fellmist/core';
import { concatMap, from, type Observable, TimeoutError } from 'rxjs';
import { Api, failureWords, problemOf } from '../src/state/api';
import { countSending, Sending } from '../src/state/sending';

describe('what is asked of the server', () => {
  let api: Api;
  let http: HttpTestingController;

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(withInterceptors([countSending])), provideHttpClientTesting()] });
    [api, http] = [TestBed.inject(Api), TestBed.inject(HttpTestingController)];
  });
  afterEach(() => {
    http.verify();
  });

  function sent(asked: Observable<unknown>): TestRequest['request'] {
    asked.subscribe();
    const [call] = http.match(() => true);
    if (!call) throw new Error('nothing was asked');
    call.flush({});
    return call.request;
  }
  const line = (asked: Observable<unknown>): string => {
    const { method, urlWithParams } = sent(asked);
    return `${method} ${urlWithParams}`;
  };
  const save = { tryId: 't', label: '', worksheet: {} } as unknown as SaveRequest;
  const pack = { id: 'a/b', name: 'Tub' } as Pack;
  const stock = { id: 's 1' } as StockItem;

  // RFC 9110, 13.1: If-None-Match: * asks that nothing is there yet, If-Match that it is still the version known.
  test('a first save asks that nothing is there, a later one that it is still what is known', () => {
    const [first, later] = [sent(api.savePack(pack, 0)), sent(api.savePack(pack, 7))];
    expect([first.headers.get('If-None-Match'), first.headers.get('If-Match')]).toEqual(['*', null]);
    expect([later.headers.get('If-None-Match'), later.headers.get('If-Match')]).toEqual([null, '"7"']);
    expect(sent(api.saveStock(stock, 2)).headers.get('If-Match')).toBe('"2"');
    expect(sent(api.saveSettings(FIRST_SETTINGS, 0)).headers.get('If-None-Match')).toBe('*');
    expect(sent(api.save('f', 'head', save)).headers.get('If-Match')).toBe('"head"');
  });

  test('until the last of what is sent one after the other is answered, or refused, it is under way; what is only asked for is not', () => {
    const sending = TestBed.inject(Sending);
    api.food('oats').subscribe();
    expect(sending.isUnderWay()).toBe(false);
    from([1, 2])
      .pipe(concatMap((leftG) => api.saveStock({ ...stock, leftG }, 0)))
      .subscribe({ error: () => undefined });
    http.expectOne('/api/stock/s%201').flush({});
    expect(sending.isUnderWay()).toBe(true);
    http.expectOne('/api/stock/s%201').flush({}, { status: 503, statusText: 'down' });
    expect(sending.isUnderWay()).toBe(false);
    http.expectOne('/api/foods/oats').flush({});
    // Who leaves the page for an answer is not asked; what a day is told lies on the device until it is heard.
    let isAsked = true;
    api.saveStock(stock, 1).subscribe(() => (isAsked = sending.isUnderWay()));
    http.expectOne('/api/stock/s%201').flush({});
    TestBed.inject(HttpClient).patch('/api/plans/p', {}).subscribe();
    expect([isAsked, sending.isUnderWay()]).toEqual([false, false]);
    http.expectOne('/api/plans/p').flush({});
  });

  test('an id never becomes a path of its own', () => {
    expect([
      line(api.food('../x')),
      line(api.removePack('a/b')),
      line(api.packHistory('a?b')),
      line(api.restorePack('a#b')),
      line(api.removeStock('s 1')),
      line(api.lookUpLabel('40/1')),
      line(api.acceptImport('i/1')),
      line(api.formula('f/1')),
      line(api.tryOf('f', 't/1')),
      line(api.nameTry('f', 't/1', 'new')),
      line(api.remove('f/1')),
      line(api.restore('f/1')),
    ]).toEqual([
      'GET /api/foods/..%2Fx',
      'DELETE /api/packs/a%2Fb',
      'GET /api/packs/a%3Fb/history',
      'POST /api/packs/a%23b/restore',
      'DELETE /api/stock/s%201',
      'GET /api/devices/labels/40%2F1',
      'POST /api/imports/i%2F1/accept',
      'GET /api/formulas/f%2F1',
      'GET /api/formulas/f/tries/t%2F1',
      'PUT /api/formulas/f/tries/t%2F1/name',
      'DELETE /api/formulas/f%2F1',
      'POST /api/formulas/f%2F1/restore',
    ]);
  });

  test('of a query only what is said goes out, lists joined', () => {
    expect(line(api.foods({ q: 'oat & rye', sort: undefined as never, school: '' as never, exclude: ['milk', 'egg'] } as never))).toBe(
      'GET /api/foods?q=oat%20%26%20rye&exclude=milk,egg',
    );
    expect(line(api.shelf({}))).toBe('GET /api/formulas');
  });
});

describe('a failure in one sentence', () => {
  const failed = (status: number, error: unknown): HttpErrorResponse => new HttpErrorResponse({ status, error });
  const problem = { type: 'about:blank', title: 'Stale', status: 412, detail: 'Changed elsewhere.' };

  test('is the server’s own where it gave one, also as text; else what is known of it, and that nothing is lost', () => {
    expect([failureWords(failed(412, problem)), failureWords(failed(412, JSON.stringify(problem)))]).toEqual(['Changed elsewhere.', 'Changed elsewhere.']);
    expect(failureWords(new TimeoutError())).toMatch(/not answered for a while.*Nothing here is lost/);
    expect(failureWords(failed(0, null))).toMatch(/does not answer.*nothing here is lost/);
  });

  test.each([failed(502, '<html>Bad gateway</html>'), failed(500, '"words"'), failed(500, { detail: 5 }), new Error('odd'), undefined])('%s gives no stranger’s words', (error) => {
    expect([problemOf(error), failureWords(error)]).toEqual([undefined, 'Something went wrong. Try once more.']);
  });
});
