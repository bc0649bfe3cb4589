declare module 'jstat' {
  const jstat: {
    readonly binomial: { cdf(k: number, n: number, p: number): number }
    readonly chisquare: { cdf(x: number, degrees: number): number }
    readonly normal: {
      cdf(x: number, mean: number, deviation: number): number
      inv(p: number, mean: number, deviation: number): number
    }
    stdev(values: readonly number[], sample: boolean): number
    readonly gamma: {
      pdf(x: number, shape: number, scale: number): number
      inv(p: number, shape: number, scale: number): number
    }
    readonly negbin: { pdf(k: number, r: number, p: number): number }
    readonly beta: { pdf(x: number, a: number, b: number): number }
  }
  export default jstat
}
