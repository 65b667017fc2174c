declare module 'quadprog' {
  /** min −dᵀx + ½ xᵀDx with Aᵀx ≥ b; all places are counted from one. */
  export function solveQP(
    dmat: readonly (readonly number[])[],
    dvec: readonly number[],
    amat: readonly (readonly number[])[],
    bvec: readonly number[],
  ): { readonly solution: number[]; readonly message: string };
}
