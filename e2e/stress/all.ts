import { Household } from '../ownHousehold';
import { fuzzRoutes } from './fuzz';
import { killUnderWrites } from './kill';
import { load } from './load';

const say = (words: string): void => void process.stdout.write(`${words}\n`);

/** The whole of it: 500 kills, 10,000 requests that nobody means, 200 requests a second for ten minutes. Parts by their names, with other numbers where they are given. */
export async function stress(args: readonly string[]): Promise<boolean> {
  const wanted = (name: string, usual: number): number => {
    const given = args.find((one) => one === name || one.startsWith(`${name}=`));
    return args.length > 0 && given === undefined ? 0 : Number(given?.split('=')[1] ?? usual);
  };
  let isGood = true;
  const household = new Household(true);
  await household.open();
  try {
    const kills = wanted('kill', 500);
    if (kills > 0) {
      const { acknowledged, lost } = await killUnderWrites(household, kills);
      say(`killed ${kills} times under writes: ${acknowledged} acknowledged, ${lost.length} lost`);
      isGood &&= lost.length === 0;
    }
    const requests = wanted('fuzz', 10_000);
    if (requests > 0) {
      const seed = Date.now() % 1_000_000;
      const { statuses, failures, changedByRefused } = await fuzzRoutes(household.url, requests, seed);
      say(`${requests} requests that nobody means (seed ${seed}): ${JSON.stringify(statuses)}; failures ${failures.length}, changed by refused ${changedByRefused.length}`);
      for (const one of [...failures, ...changedByRefused].slice(0, 20)) say(`  ${one}`);
      isGood &&= failures.length + changedByRefused.length === 0;
    }
    const seconds = wanted('load', 600);
    if (seconds > 0) {
      const { requests: sent, failed, p50Ms, p99Ms, memoryMb } = await load(household, 200, seconds);
      say(`${sent} requests, 200 a second for ${seconds} s: ${failed} failed, median ${p50Ms} ms, 99th percentile ${p99Ms} ms (aim 50), memory ${memoryMb.join(', ')} MB`);
      isGood &&= failed === 0;
    }
  } finally {
    await household.dispose();
  }
  return isGood;
}
