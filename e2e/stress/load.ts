import { readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import type { Household } from '../ownHousehold';

/** What a page asks for while a household works, in the shares that it does. */
const MIX = ['/api/formulas', '/api/foods?q=oat', '/api/foods?sort=protein', '/api/timers', '/api/timers', '/api/kept', '/api/settings', '/api/bakes', '/api/plans', '/shelf'];

export interface Loaded {
  readonly requests: number;
  readonly failed: number;
  readonly p50Ms: number;
  readonly p99Ms: number;
  /** Memory of the server in MB, at the start of each tenth of the time. */
  readonly memoryMb: readonly number[];
}

function memoryOf(pid: number): number {
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024);
}

/** So many requests a second, sent on time whether the earlier ones are answered or not. */
export async function load(household: Household, perSecond: number, seconds: number): Promise<Loaded> {
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const took: number[] = [];
  const memoryMb: number[] = [];
  let failed = 0;
  const ask = (path: string): Promise<void> =>
    new Promise((resolve) => {
      const from = performance.now();
      get(household.url + path, { agent }, (answer) => {
        answer.resume();
        answer.on('end', () => {
          took.push(performance.now() - from);
          if (answer.statusCode !== 200) failed += 1;
          resolve();
        });
      }).on('error', () => {
        failed += 1;
        resolve();
      });
    });
  const waiting: Promise<void>[] = [];
  const start = performance.now();
  const total = perSecond * seconds;
  for (let i = 0; i < total; i++) {
    if (i % Math.ceil(total / 10) === 0) memoryMb.push(memoryOf(household.pid));
    const due = start + (i * 1000) / perSecond;
    const early = due - performance.now();
    if (early > 1) await new Promise((resolve) => setTimeout(resolve, early));
    waiting.push(ask(MIX[i % MIX.length] ?? ''));
    if (waiting.length > 2000) await Promise.all(waiting.splice(0, 1000));
  }
  await Promise.all(waiting);
  memoryMb.push(memoryOf(household.pid));
  agent.destroy();
  const sorted = [...took].sort((a, b) => a - b);
  const at = (share: number): number => Number((sorted[Math.min(Math.floor(sorted.length * share), sorted.length - 1)] ?? 0).toFixed(1));
  return { requests: total, failed, p50Ms: at(0.5), p99Ms: at(0.99), memoryMb };
}
