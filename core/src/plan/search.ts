/** `to` begins at least `s` after `from` begins; node 0 is the beginning of the axis and stays at 0. */
export interface Edge {
  readonly from: number;
  readonly to: number;
  readonly s: number;
}

/** Something on the axis: how long it lasts, and what it keeps busy meanwhile. */
export interface Task {
  readonly s: number;
  readonly busy: readonly string[];
  /** Tasks of one resource with the same setting share it; between two settings it needs `changeS`. */
  readonly setting?: number;
}

export interface PlanProblem {
  /** Node i + 1 is task i. */
  readonly tasks: readonly Task[];
  readonly edges: readonly Edge[];
  readonly room: Readonly<Record<string, number>>;
  /** Between two settings of one resource, seconds. */
  readonly changeS: number;
}

export interface FoundPlan {
  readonly starts: readonly number[];
  /** Whether nothing better exists; false where the search was given up at its limit. */
  readonly isBest: boolean;
}

export type SearchEnd = FoundPlan | 'impossible' | 'not found';

/** Nothing lies further away than this: a cycle that cannot be met runs there. */
const FAR_S = 60 * 86_400;

/** The earliest beginnings that meet the edges [longest paths, Bellman 1958], from bounds that hold already; undefined where nothing does. */
function settle(bounds: readonly number[], out: readonly (readonly Edge[])[], changed: readonly number[]): readonly number[] | undefined {
  const at = [...bounds];
  const queue = [...changed];
  const isQueued = new Set(queue);
  for (let node = queue.shift(); node !== undefined; node = queue.shift()) {
    isQueued.delete(node);
    for (const { to, s } of out[node] ?? []) {
      const least = (at[node] ?? 0) + s;
      if (least <= (at[to] ?? 0) + 1e-6) continue;
      if (to === 0 || least > FAR_S) return undefined;
      at[to] = least;
      if (!isQueued.has(to)) {
        isQueued.add(to);
        queue.push(to);
      }
    }
  }
  return at;
}

/** How much later `b` must begin than `a` begins, if it comes after it in a resource. */
function gapS(a: Task, b: Task, changeS: number): number {
  return a.s + (a.setting !== undefined && b.setting !== undefined && a.setting !== b.setting ? changeS : 0);
}

interface TaskConflict {
  readonly tasks: readonly number[];
  readonly at: number;
}

/** The first moment at which a resource has more on it than it can hold: those tasks; undefined where there is none. */
function firstConflict({ tasks, room, changeS }: PlanProblem, users: readonly (readonly number[])[], names: readonly string[], at: readonly number[]): TaskConflict | undefined {
  let first: TaskConflict | undefined;
  names.forEach((name, r) => {
    const holds = room[name] ?? 1;
    const sorted = [...(users[r] ?? [])].filter((i) => (tasks[i]?.s ?? 0) > 0).sort((a, b) => (at[a + 1] ?? 0) - (at[b + 1] ?? 0));
    sorted.forEach((j, place) => {
      const [task, begin] = [tasks[j] as Task, at[j + 1] ?? 0];
      if (first && begin >= first.at) return;
      const open: number[] = [];
      for (let p = 0; p < place; p++) {
        const i = sorted[p] as number;
        const before = tasks[i] as Task;
        const isOther = before.setting !== undefined && task.setting !== undefined && before.setting !== task.setting;
        if ((at[i + 1] ?? 0) + gapS(before, task, changeS) <= begin + 1e-6) continue;
        if (isOther) {
          first = { tasks: [i, j], at: begin };
          return;
        }
        open.push(i);
      }
      if (open.length >= holds) first = { tasks: [...open.slice(0, holds), j], at: begin };
    });
  });
  return first;
}

/**
 * The beginnings of all tasks, as early as their edges and resources allow: first the whole as short as it can be, then each
 * as early as it can be. Branch and bound over the order of those that want the same thing at the same moment; earliest
 * beginnings under the orders chosen so far are a bound, as no order ever lets anything begin earlier [Brucker & Knust,
 * Complex Scheduling, 2012, chapter 3]. Best where it comes to its end, otherwise the best found within `limit` nodes.
 */
export function* searchSteps(problem: PlanProblem, limit: number): Generator<number, SearchEnd> {
  const { tasks, edges, changeS } = problem;
  const names = [...new Set(tasks.flatMap(({ busy }) => busy))];
  const users = names.map((name) => tasks.flatMap(({ busy }, i) => (busy.includes(name) ? [i] : [])));
  const out: Edge[][] = Array.from({ length: tasks.length + 1 }, () => []);
  for (const edge of edges) out[edge.from]?.push(edge);
  const cost = (at: readonly number[]): number => {
    let [last, sum] = [0, 0];
    tasks.forEach(({ s }, i) => {
      const start = at[i + 1] ?? 0;
      last = Math.max(last, start + s);
      sum += start;
    });
    return last * (tasks.length + 1) + sum;
  };
  const root = settle(
    Array.from({ length: tasks.length + 1 }, (_, node) => (node === 0 ? 0 : -FAR_S)),
    out,
    Array.from({ length: tasks.length + 1 }, (_, node) => node),
  );
  if (!root) return 'impossible';
  let best: { at: readonly number[]; cost: number } | undefined;
  let nodes = 0;
  /** What is still to be looked at: the bounds, and the orders that led there, the likeliest on top. */
  const stack: { readonly at: readonly number[]; readonly cost: number; readonly orders: readonly Edge[] }[] = [{ at: root, cost: cost(root), orders: [] }];
  for (let top = stack.pop(); top; top = stack.pop()) {
    nodes += 1;
    if (nodes > limit) return best ? { starts: best.at.slice(1), isBest: false } : 'not found';
    if (nodes % 200 === 0) yield nodes / limit;
    if (best && top.cost >= best.cost - 1e-6) continue;
    const conflict = firstConflict(problem, users, names, top.at);
    if (!conflict) {
      best = top;
      continue;
    }
    const withOrders = out.map((list, node) => [...list, ...top.orders.filter(({ from }) => from === node)]);
    const children = conflict.tasks.flatMap((i) =>
      conflict.tasks.flatMap((j) => {
        if (i === j) return [];
        const edge: Edge = { from: i + 1, to: j + 1, s: gapS(tasks[i] as Task, tasks[j] as Task, changeS) };
        withOrders[edge.from]?.push(edge);
        const at = settle(top.at, withOrders, [edge.from]);
        withOrders[edge.from]?.pop();
        return at ? [{ at, cost: cost(at), orders: [...top.orders, edge] }] : [];
      }),
    );
    stack.push(...children.sort((a, b) => b.cost - a.cost));
  }
  return best ? { starts: best.at.slice(1), isBest: true } : 'impossible';
}
