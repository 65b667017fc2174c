import type { TemplateRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Told } from '../src/ui/told';
import { Notifications } from '../src/ui/zorro/notification';

test('two notices stay at most, the oldest goes first; the last is the one that a key takes back, and only once', () => {
  const shown: string[] = [];
  const undone: string[] = [];
  let last = 0;
  const notifications = {
    template: (_template: unknown, { nzData: { words } }: { nzData: { words: string } }) => {
      shown.push(words);
      return { messageId: `${words} ${++last}` };
    },
    remove: (id: string) => shown.splice(shown.indexOf(id.replace(/ \d+$/, '')), 1),
  };
  TestBed.configureTestingModule({ providers: [{ provide: Notifications, useValue: notifications }] });
  const told = TestBed.inject(Told);
  const tell = (words: string): void => told.undoable(words, () => undone.push(words));
  // Before the page can draw a notice there is none, and nothing to take back.
  tell('early');
  told.undo();
  told.drawnAs({} as TemplateRef<never>);
  for (const words of ['loaf', 'buns', 'tart']) tell(words);
  expect([shown, undone]).toEqual([['buns', 'tart'], []]);
  told.undo();
  told.undo();
  expect([shown, undone]).toEqual([['buns'], ['tart']]);
  tell('pie');
  tell('cake');
  expect(shown).toEqual(['pie', 'cake']);
});
