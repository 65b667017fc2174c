import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ShippedLarder } from '@fellmist/contract';
import { answersTo, type Food, type SwapRule } from '@fellmist/core';

/** Why a swap has no way back, by the id of its rule. */
export type OneWay = ReadonlyMap<string, string>;

/** The reasons that `folder` holds. */
export function loadOneWay(folder: string): OneWay {
  const reasons = JSON.parse(readFileSync(join(folder, 'one-way-swaps.json'), 'utf8')) as readonly { readonly id: string; readonly reason: string }[];
  return new Map(reasons.map(({ id, reason }) => [id, reason]));
}

/** A shipped larder asked for the rules that go the other way. */
export class WaysBack {
  private readonly foods: ReadonlyMap<string, Food>;

  constructor(
    private readonly shipped: ShippedLarder,
    private readonly oneWay: OneWay,
  ) {
    this.foods = new Map(shipped.foods.map((food) => [food.id, food]));
  }

  /** The rules that take the stand-in out and bring back the food, or one of its kind; those for the food itself first. */
  of(rule: SwapRule): readonly SwapRule[] {
    const [from, to] = [this.idsOf(rule), rule.to[0]?.foodId ?? ''];
    const back = this.shipped.rules.filter((other) => this.idsOf(other).includes(to));
    const itself = back.filter((other) => from.includes(other.to[0]?.foodId ?? ''));
    return itself.length > 0 ? itself : back.filter((other) => this.kindOf(other.to[0]?.foodId) === this.kindOf(from[0]));
  }

  /** Rules without a way back for which nobody says why. */
  unanswered(): readonly string[] {
    return this.shipped.rules.flatMap((rule) => (this.of(rule).length === 0 && (this.oneWay.get(rule.id) ?? '').length < 20 ? [rule.id] : []));
  }

  /** All swaps as a Markdown table by the kind of food, each with its way back or the reason why there is none. */
  markdown(): string {
    const rows = this.shipped.rules.map((rule) => ({ kind: this.kindOf(this.idsOf(rule)[0]) ?? '', row: this.row(rule) }));
    const kinds = [...new Set(rows.map(({ kind }) => kind))].sort();
    const tables = kinds.map((kind) =>
      [`## ${kind}`, '', '| for | stands in | at most | way back |', '|---|---|---|---|', ...rows.filter((one) => one.kind === kind).map(({ row }) => row)].join('\n'),
    );
    return `# Swaps, both ways\n\n${String(rows.length)} rules of the trade as \`data/swap-rules.json\` holds them; written by \`npm run lists\`.\n\n${tables.join('\n\n')}\n`;
  }

  private row(rule: SwapRule): string {
    const back = this.of(rule);
    const way = back.length > 0 ? back.map(({ to }) => this.named(to[0]?.foodId ?? '')) : [`none: ${this.oneWay.get(rule.id) ?? 'no reason given'}`];
    return `| ${rule.from.map((name) => this.named(name)).join(', ')} | ${rule.to.map(({ foodId }) => this.named(foodId)).join(' + ')} | ${String(Math.round(rule.maxShare * 100))} % | ${[...new Set(way)].join('; ')} |`;
  }

  private named(name: string): string {
    return this.foods.get(name)?.name ?? `any ${name.slice(1).replaceAll('-', ' ')}`;
  }

  private idsOf({ from }: SwapRule): readonly string[] {
    return from.flatMap((name) => (name.startsWith('@') ? this.shipped.foods.filter((food) => answersTo(food).includes(name)).map(({ id }) => id) : [name]));
  }

  private kindOf(id: string | undefined): string | undefined {
    return this.foods.get(id ?? '')?.kind;
  }
}
