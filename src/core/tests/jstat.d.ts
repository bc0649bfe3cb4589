declare module 'jstat' {
  const jstat: { readonly binomial: { cdf(k: number, n: number, p: number): number } }
  export default jstat
}
