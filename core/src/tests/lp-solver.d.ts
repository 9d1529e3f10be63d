/** What the tests use of the solver; it ships no types. */
declare module 'javascript-lp-solver' {
  const solver: { Solve(model: object): unknown };
  export default solver;
}
