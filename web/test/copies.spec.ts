import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { CopiesPage, ShareAnswer } from '@fellmist/contract';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import * as copies from '../src/state/copies.feature';
import { PageAnew } from '../src/state/pageAnew';
import { Reach } from '../src/state/reach';
import * as share from '../src/state/share.feature';

const { copiesActions, copiesFeature } = copies;
const { shareActions, shareFeature } = share;
const page: CopiesPage = { folder: '/home/copies', copies: [{ name: 'c1.db', kind: 'daily', at: '2026-11-27T04:00:00.000Z', bytes: 4096 }] };
const problem = (detail: string) => ({ type: 'about:blank', title: 'No', status: 409, detail });

describe('the house: copies of it, and who is let in', () => {
  let http: HttpTestingController;
  let store: Store;
  let opened: string[];
  let keeping: boolean[];

  beforeEach(() => {
    [opened, keeping] = [[], []];
    const { copiesFeature: _c, copiesActions: _ca, ...copiesEffects } = copies;
    const { shareFeature: _s, shareActions: _sa, ...shareEffects } = share;
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideStore({ [copiesFeature.name]: copiesFeature.reducer, [shareFeature.name]: shareFeature.reducer }),
        provideEffects(copiesEffects, shareEffects),
        { provide: PageAnew, useValue: { at: (address: string) => opened.push(address) } },
        { provide: Reach, useValue: { switchKeeping: (on: boolean) => keeping.push(on) } },
      ],
    });
    [http, store] = [TestBed.inject(HttpTestingController), TestBed.inject(Store)];
  });
  afterEach(() => http.verify());

  const copied = () => ({
    looked: store.selectSignal(copiesFeature.selectLooked)(),
    failure: store.selectSignal(copiesFeature.selectFailure)(),
    isBusy: store.selectSignal(copiesFeature.selectIsBusy)(),
  });

  test('a copy is looked into before it is restored; then the whole page begins anew, whichever place is open by then', () => {
    store.dispatch(copiesActions.lookedAt({ name: 'c1.db' }));
    expect(copied().isBusy).toBe(true);
    const look = http.expectOne('/api/copies/look');
    expect(look.request.body).toEqual({ name: 'c1.db' });
    look.flush({ id: 'look-1', differences: [{ what: 'tries', comes: 2, goes: 0, changes: 0 }] });
    expect(copied()).toMatchObject({ looked: { id: 'look-1', name: 'c1.db' }, isBusy: false });

    store.dispatch(copiesActions.restore({ id: 'look-1' }));
    // Pressed again while it is under way: once is enough.
    store.dispatch(copiesActions.restore({ id: 'look-1' }));
    const restoring = http.expectOne('/api/copies/restore');
    expect(restoring.request.body).toEqual({ id: 'look-1' });
    restoring.flush({ before: 'before 28.db' });
    expect(opened).toEqual(['/house?before=before%2028.db#copies-title']);
  });

  test('a copy that cannot be restored says why, and what was looked into stays open', () => {
    store.dispatch(copiesActions.lookLoaded({ looked: { id: 'look-1', name: 'c1.db', differences: [] } }));
    store.dispatch(copiesActions.restore({ id: 'look-1' }));
    http.expectOne('/api/copies/restore').flush(problem('It was looked into too long ago.'), { status: 409, statusText: '' });
    expect([copied(), opened]).toEqual([{ looked: { id: 'look-1', name: 'c1.db', differences: [] }, failure: 'It was looked into too long ago.', isBusy: false }, []]);
    store.dispatch(copiesActions.lookLeft());
    expect(copied().looked).toBeUndefined();
  });

  test('a restore is undone by the copy that was made before it, which is looked into and restored in one go', () => {
    store.dispatch(copiesActions.undo({ name: 'before.db' }));
    http.expectOne('/api/copies/look').flush({ id: 'look-2', differences: [] });
    expect(copied().looked).toBeUndefined();
    const restoring = http.expectOne('/api/copies/restore');
    expect(restoring.request.body).toEqual({ id: 'look-2' });
    restoring.flush({ before: 'again.db' });
    expect(opened).toHaveLength(1);

    store.dispatch(copiesActions.undo({ name: 'gone.db' }));
    http.expectOne('/api/copies/look').flush(problem('There is no such copy.'), { status: 404, statusText: '' });
    expect([copied().failure, opened.length]).toEqual(['There is no such copy.', 1]);
  });

  test('a file is looked into as it is and called by its own name; of two the last is shown', () => {
    const [first, second] = [new File(['a'], 'old.db'), new File(['b'], 'older.db')];
    store.dispatch(copiesActions.fileLookedAt({ file: first }));
    store.dispatch(copiesActions.fileLookedAt({ file: second }));
    const [left, taken] = http.match('/api/copies/from-file');
    expect([left?.cancelled, taken?.request.body]).toEqual([true, second]);
    taken?.flush({ id: 'look-3', differences: [] });
    expect(copied().looked?.name).toBe('older.db');
  });

  test('copies are made one at a time and lie in the folder that was given; a folder that cannot be written to is refused', () => {
    store.dispatch(copiesActions.made());
    store.dispatch(copiesActions.made());
    http.expectOne({ method: 'POST', url: '/api/copies' }).flush(page);
    expect(store.selectSignal(copiesFeature.selectPage)()).toEqual(page);
    store.dispatch(copiesActions.folderGiven({ folder: '/nowhere' }));
    http.expectOne('/api/copies/folder').flush(problem('That folder cannot be written to.'), { status: 422, statusText: '' });
    expect([copied().failure, store.selectSignal(copiesFeature.selectPage)()?.folder]).toEqual(['That folder cannot be written to.', '/home/copies']);
  });

  test('a passphrase goes along only where one is given, and sharing that is refused stays as it was', () => {
    const answer = { isOn: true, isHere: true, hasPassphrase: true, devices: [], addresses: [] } as unknown as ShareAnswer;
    store.dispatch(shareActions.settled({ isOn: true, passphrase: 'rye and honey' }));
    store.dispatch(shareActions.settled({ isOn: false }));
    // One after the other, so that the last word is the last one heard.
    const first = http.expectOne('/api/share');
    expect(first.request.body).toEqual({ isOn: true, passphrase: 'rye and honey' });
    first.flush(answer);
    const second = http.expectOne('/api/share');
    expect(second.request.body).toEqual({ isOn: false });
    second.flush(problem('Only on the machine itself.'), { status: 403, statusText: '' });
    expect([store.selectSignal(shareFeature.selectPage)(), store.selectSignal(shareFeature.selectFailure)()]).toEqual([answer, 'Only on the machine itself.']);
    store.dispatch(shareActions.sentAway({ id: 'tablet/2' }));
    http.expectOne('/api/share/devices/tablet%2F2').flush(answer);
    expect(store.selectSignal(shareFeature.selectFailure)()).toBeUndefined();
  });

  test('a device that leaves keeps nothing of the household; one that the server did not hear keeps it', () => {
    store.dispatch(shareActions.left());
    http.expectOne('/api/session').flush(null, { status: 0, statusText: '' });
    expect([keeping, opened]).toEqual([[], []]);
    store.dispatch(shareActions.left());
    http.expectOne('/api/session').flush(null);
    expect([keeping, opened]).toEqual([[false], ['/']]);
  });
});
