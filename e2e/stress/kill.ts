import { randomUUID } from 'node:crypto';
import { type StoredBake, type StoredFormula } from '@fellmist/contract';
import { type BakeEvent } from '@fellmist/core/bake';
import type { Household } from '../ownHousehold';

const HEAD = { 'content-type': 'application/json' };

/** What was acknowledged: formulas by their id, and events of one bake by theirs. */
interface Acknowledged {
  readonly formulas: Set<string>;
  readonly events: Set<string>;
}

async function sent<T>(url: string, method: string, body: unknown): Promise<T | undefined> {
  const answer = await fetch(url, { method, headers: HEAD, body: JSON.stringify(body) });
  return answer.ok ? ((await answer.json()) as T) : undefined;
}

/** Writes without a pause until the server is gone: saves of formulas, and notes of a bake. */
async function write(url: string, from: StoredFormula, bakeId: string, known: Acknowledged, isOver: () => boolean): Promise<void> {
  for (let turn = 1; !isOver(); turn++) {
    try {
      const made = await sent<StoredFormula>(`${url}/api/formulas`, 'POST', { tryId: randomUUID(), label: `kill ${turn}`, worksheet: from.worksheet });
      if (made) known.formulas.add(made.id);
      const event: BakeEvent = { id: randomUUID(), teller: randomUUID(), turn: 1000, at: new Date().toISOString(), kind: 'note', text: `note ${turn}` };
      if (await sent(`${url}/api/bakes/${bakeId}/events`, 'POST', [event])) known.events.add(event.id);
    } catch {
      return;
    }
  }
}

export interface Killed {
  readonly kills: number;
  readonly acknowledged: number;
  /** Acknowledged and not found again: must be none. */
  readonly lost: readonly string[];
}

/** Kills a server as a power cut would, again and again while it is written to, and looks whether all it said yes to is there. */
export async function killUnderWrites(household: Household, times: number): Promise<Killed> {
  const { entries } = (await (await fetch(`${household.url}/api/formulas`)).json()) as { readonly entries: readonly { readonly id: string }[] };
  const from = (await (await fetch(`${household.url}/api/formulas/${entries[0]?.id ?? ''}`)).json()) as StoredFormula;
  const bakeId = randomUUID();
  const planned = { id: randomUUID(), teller: 'stress', turn: 1, at: new Date().toISOString(), kind: 'planned', formulaId: from.id, tryId: from.thisTry.id };
  await sent<StoredBake>(`${household.url}/api/bakes`, 'POST', { id: bakeId, planned });
  const known: Acknowledged = { formulas: new Set(), events: new Set() };
  for (let kill = 0; kill < times; kill++) {
    let isOver = false;
    const writers = [1, 2, 3].map(() => write(household.url, from, bakeId, known, () => isOver));
    // Some writes are through, however busy the machine is, and others are under way.
    const before = known.formulas.size + known.events.size;
    while (known.formulas.size + known.events.size < before + 2) await new Promise((resolve) => setTimeout(resolve, 5));
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 120));
    await household.kill();
    isOver = true;
    await Promise.all(writers);
    await household.open();
  }
  const { events } = (await (await fetch(`${household.url}/api/bakes/${bakeId}`)).json()) as StoredBake;
  const told = new Set(events.map(({ event }) => event.id));
  const lost = [...known.events].filter((id) => !told.has(id));
  for (const id of known.formulas) if ((await fetch(`${household.url}/api/formulas/${id}`)).status !== 200) lost.push(id);
  return { kills: times, acknowledged: known.formulas.size + known.events.size, lost };
}
