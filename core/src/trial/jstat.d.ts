declare module 'jstat' {
  interface Distributions {
    readonly studentt: { inv(p: number, degrees: number): number };
    readonly binomial: { pdf(k: number, n: number, p: number): number };
  }
  const statistics: { readonly jStat: Distributions };
  export default statistics;
}
