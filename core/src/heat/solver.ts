/** A surface by which heat goes in: W/m²K, and the temperature beyond it, °C. */
export interface Face {
  readonly hWm2K: number;
  readonly beyondC: number;
  /** Where the surface is wet and open: the part of the coefficient that is moving air, W/m²K. It dries as it warms. */
  readonly dryingWm2K?: number;
}

/** One direction of a body: straight, or from the axis of a cylinder outwards. A side without a face lets no heat through: a middle plane. */
export interface Axis {
  readonly kind: 'straight' | 'radial';
  readonly lengthM: number;
  readonly cells: number;
  readonly from?: Face;
  readonly to?: Face;
}

/** A body as the product of its directions (one, two or three), of one material. */
export interface Body {
  readonly axes: readonly Axis[];
  readonly kWmK: number;
  /** Volumetric heat capacity, J/m³K. */
  readonly heatCapacity: number;
  readonly startC: number;
  /** Water that can leave as steam at 100 °C, kg/m³; none where it is left out. */
  readonly waterKgM3?: number;
}

export interface HeatSample {
  readonly seconds: number;
  /** The coldest place of the body, and the hottest. */
  readonly coreC: number;
  readonly surfaceC: number;
}

export interface Heating {
  readonly samples: readonly HeatSample[];
  /** When the coldest place reached what was asked for; undefined where it did not in the time given. */
  readonly reachedS: number | undefined;
  /** Joules that came in, that warmed the body and that went off as steam; a body of one direction is of a square metre. */
  readonly heatInJ: number;
  readonly warmedJ: number;
  readonly steamJ: number;
}

/** J/kg to boil water at 100 °C [steam tables: 2257 kJ/kg]. */
const BOILING_J_KG = 2.257e6;
const BOILS_C = 100;

/** Pa of water vapour over wet matter at a temperature [Magnus form, WMO Guide to Instruments, 2008]. */
export function vapourPa(tempC: number): number {
  return 611.2 * Math.exp((17.62 * tempC) / (243.12 + tempC));
}

/** Pa of vapour in the air of a closed oven in which something bakes. House value. */
const OVEN_PA = 12_000;
/** Latent heat times molar mass over gas constant and heat capacity of a cubic metre of hot air [Chilton and Colburn's analogy, Lewis number 1]: K/Pa. */
const LEWIS = (BOILING_J_KG * 0.018) / (8.314 * 909);

interface Grid {
  readonly count: number;
  readonly strides: readonly number[];
  /** m³ of each cell. */
  readonly volumes: Float64Array;
  /** W/K from each cell to the next one along each direction; 0 at the end. */
  readonly links: readonly Float64Array[];
  /** W/K from each cell through the faces, and that times the temperature beyond them, W. */
  readonly faceWK: Float64Array;
  readonly faceW: Float64Array;
  /** W/K of moving air at wet faces. */
  readonly drying: Float64Array;
}

interface Cut {
  readonly widths: readonly number[];
  /** Area of the side between cell i - 1 and i, and of a cell's own volume, for a unit of the other directions. */
  readonly sides: readonly number[];
  readonly volumes: readonly number[];
}

function cutOf({ kind, lengthM, cells }: Axis): Cut {
  const width = lengthM / cells;
  const edges = Array.from({ length: cells + 1 }, (_edge, i) => i * width);
  return {
    widths: Array.from({ length: cells }, () => width),
    sides: edges.map((edge) => (kind === 'radial' ? edge : 1)),
    volumes: edges.slice(1).map((edge, i) => (kind === 'radial' ? (edge ** 2 - (edges[i] ?? 0) ** 2) / 2 : width)),
  };
}

function gridOf({ axes, kWmK }: Body): Grid {
  const cuts = axes.map(cutOf);
  const strides = axes.map((_axis, a) => axes.slice(0, a).reduce((product, { cells }) => product * cells, 1));
  const count = axes.reduce((product, { cells }) => product * cells, 1);
  const volumes = new Float64Array(count).fill(1);
  const links = axes.map(() => new Float64Array(count));
  const [faceWK, faceW, drying] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  for (let cell = 0; cell < count; cell++) {
    const at = axes.map(({ cells }, a) => Math.floor(cell / (strides[a] ?? 1)) % cells);
    const own = cuts.map(({ volumes: of }, a) => of[at[a] ?? 0] ?? 0);
    volumes[cell] = own.reduce((product, one) => product * one, 1);
    axes.forEach((axis, a) => {
      const [cut, i] = [cuts[a], at[a] ?? 0];
      if (!cut) return;
      const across = own.reduce((product, one, other) => (other === a ? product : product * one), 1);
      const width = cut.widths[i] ?? 0;
      const link = links[a];
      if (link && i < axis.cells - 1) link[cell] = (kWmK * (cut.sides[i + 1] ?? 0) * across) / width;
      for (const [face, side, isHere] of [[axis.from, 0, i === 0] as const, [axis.to, axis.cells, i === axis.cells - 1] as const]) {
        if (!face || !isHere) continue;
        const conductance = ((cut.sides[side] ?? 0) * across) / (1 / face.hWm2K + width / 2 / kWmK);
        faceWK[cell] = (faceWK[cell] ?? 0) + conductance;
        faceW[cell] = (faceW[cell] ?? 0) + conductance * face.beyondC;
        drying[cell] = (drying[cell] ?? 0) + (cut.sides[side] ?? 0) * across * (face.dryingWm2K ?? 0);
      }
    });
  }
  return { count, strides, volumes, links, faceWK, faceW, drying };
}

/** The largest stable step of the explicit scheme, seconds, with a tenth in hand. */
function stepOf(grid: Grid, heatCapacity: number): number {
  const sums = Float64Array.from(grid.faceWK);
  grid.links.forEach((link, a) => {
    const stride = grid.strides[a] ?? 1;
    for (let cell = 0; cell < grid.count; cell++) {
      const conductance = link[cell] ?? 0;
      if (conductance === 0) continue;
      sums[cell] = (sums[cell] ?? 0) + conductance;
      sums[cell + stride] = (sums[cell + stride] ?? 0) + conductance;
    }
  });
  let step = Infinity;
  for (let cell = 0; cell < grid.count; cell++) if ((sums[cell] ?? 0) > 0) step = Math.min(step, ((grid.volumes[cell] ?? 0) * heatCapacity) / (sums[cell] ?? 1));
  return 0.9 * step;
}

export interface HeatAim {
  /** Ends once the coldest place is this warm, °C. */
  readonly coreC?: number;
  readonly mostS: number;
  /** How many samples at most are kept for a curve; 120 where nothing is said. */
  readonly samples?: number;
}

/**
 * Heat by conduction in a body of one material, told now and then how far it is (0 to 1), so that it can be given up; by explicit finite volumes; a cell at 100 °C gives its water off as steam
 * before it gets warmer. Ranges: lengths 1 mm to 1 m, conductivity and capacity above 0; anything else gives NaN nowhere but
 * throws a RangeError. Checked against the series of Carslaw and Jaeger for slab and cylinder and their products.
 */
export function* heatSteps(body: Body, { coreC, mostS, samples: most = 120 }: HeatAim): Generator<number, Heating> {
  if (!(body.kWmK > 0 && body.heatCapacity > 0) || body.axes.some(({ lengthM, cells }) => !(lengthM >= 1e-3 && lengthM <= 1 && cells >= 2))) {
    throw new RangeError('A body has sides of 1 mm to 1 m and a material that conducts.');
  }
  const grid = gridOf(body);
  const { count, strides, links, faceWK, faceW, volumes, drying } = grid;
  const step = stepOf(grid, body.heatCapacity);
  const temp = new Float64Array(count).fill(body.startC);
  const water = Float64Array.from(volumes, (volume) => volume * (body.waterKgM3 ?? 0));
  const into = new Float64Array(count);
  const kept: HeatSample[] = [];
  let [time, heatInJ, steamJ] = [0, 0, 0];
  let reachedS: number | undefined;
  const keepEvery = mostS / most;
  const keep = (): number => {
    let [low, high] = [Infinity, -Infinity];
    for (const one of temp) {
      if (one < low) low = one;
      if (one > high) high = one;
    }
    if (kept.length === 0 || time - (kept.at(-1)?.seconds ?? 0) >= keepEvery - step / 2) kept.push({ seconds: time, coreC: low, surfaceC: high });
    return low;
  };
  let coldest = keep();
  for (let round = 1; time < mostS - 1e-9; round++) {
    const dt = Math.min(step, mostS - time);
    for (let cell = 0; cell < count; cell++) {
      const flow = (faceW[cell] ?? 0) - (faceWK[cell] ?? 0) * (temp[cell] ?? 0);
      heatInJ += flow * dt;
      const wet = drying[cell] ?? 0;
      const left = water[cell] ?? 0;
      const now = temp[cell] ?? 0;
      // What dries takes its heat along: never more water than is there.
      const dries = wet > 0 && left > 0 ? Math.min(Math.max((wet * LEWIS * (vapourPa(Math.min(now, BOILS_C)) - OVEN_PA)) / (now + 273.15), 0), (left * BOILING_J_KG) / dt) : 0;
      water[cell] = left - (dries * dt) / BOILING_J_KG;
      steamJ += dries * dt;
      into[cell] = flow - dries;
    }
    links.forEach((link, a) => {
      const stride = strides[a] ?? 1;
      for (let cell = 0; cell < count; cell++) {
        const conductance = link[cell] ?? 0;
        if (conductance === 0) continue;
        const flow = conductance * ((temp[cell + stride] ?? 0) - (temp[cell] ?? 0));
        into[cell] = (into[cell] ?? 0) + flow;
        into[cell + stride] = (into[cell + stride] ?? 0) - flow;
      }
    });
    for (let cell = 0; cell < count; cell++) {
      const capacity = (volumes[cell] ?? 0) * body.heatCapacity;
      let next = (temp[cell] ?? 0) + ((into[cell] ?? 0) * dt) / capacity;
      if (next > BOILS_C && (water[cell] ?? 0) > 0) {
        const steam = Math.min(((next - BOILS_C) * capacity) / BOILING_J_KG, water[cell] ?? 0);
        water[cell] = (water[cell] ?? 0) - steam;
        steamJ += steam * BOILING_J_KG;
        next -= (steam * BOILING_J_KG) / capacity;
      }
      temp[cell] = next;
    }
    const before = coldest;
    time += dt;
    coldest = keep();
    if (coreC !== undefined && coldest >= coreC) {
      reachedS = time - (dt * (coldest - coreC)) / Math.max(coldest - before, 1e-12);
      break;
    }
    if (round % 64 === 0) yield time / mostS;
  }
  const warmedJ = temp.reduce((sum, one, cell) => sum + (one - body.startC) * (volumes[cell] ?? 0) * body.heatCapacity, 0);
  return { samples: kept, reachedS, heatInJ, warmedJ, steamJ };
}

/** The same at once. */
export function heat(body: Body, aim: HeatAim): Heating {
  return toItsEnd(heatSteps(body, aim));
}

/** Runs steps through and gives what they come to. */
export function toItsEnd<T>(steps: Generator<number, T>): T {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}
