import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRecord } from './test/kitchen';
import { Recorder } from './test/recorder';

/** Nothing comes out otherwise without somebody seeing it: what is right is for the other tests to say, against sources. */
test.each(Object.entries(new Recorder(__dirname).recorded()))('what is made of the %s is what the record says', (name, sections) => {
  const kept = readRecord(readFileSync(join(__dirname, 'record', `${name}.txt`), 'utf8'));
  const changed = sections.map(({ title, make }) => ({ title, made: make().trimEnd() })).filter(({ title, made }) => made !== kept.get(title));
  expect(changed[0]?.made.split('\n')).toEqual(changed[0] && (kept.get(changed[0].title) ?? '').split('\n'));
  expect(changed.map(({ title }) => title)).toEqual([]);
  expect([...kept.keys()]).toEqual(sections.map(({ title }) => title));
});
