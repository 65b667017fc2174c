/** An amount that a solver looks for, between bounds; what it costs is cost x + half square x². */
export interface Column {
  readonly least: number;
  readonly most: number;
  readonly cost: number;
  /** Zero or more. */
  readonly square: number;
}

/** A sum of amounts that must lie between bounds, either of which may be infinite. */
export interface Row {
  /** One factor a column. */
  readonly factors: readonly number[];
  readonly least: number;
  readonly most: number;
}

/** A convex quadratic programme with a diagonal square part: the least cost within all bounds. */
export interface QuadraticModel {
  readonly columns: readonly Column[];
  readonly rows: readonly Row[];
}

/** The amounts at the least cost; undefined where no amounts lie within all bounds. Throws where a solver fails at its work. */
export type Solver = (model: QuadraticModel) => readonly number[] | undefined;
