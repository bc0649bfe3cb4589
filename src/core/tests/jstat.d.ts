declare module 'jstat' {
  const jstat: {
    readonly binomial: { cdf(k: number, n: number, p: number): number }
    readonly chisquare: { cdf(x: number, degrees: number): number }
    readonly beta: { pdf(x: number, a: number, b: number): number }
  }
  export default jstat
}
