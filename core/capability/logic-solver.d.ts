/** The little of the reference solver that a test asks; the package brings no types. */
declare module 'logic-solver' {
  export type Formula = string | object
  export class Solver {
    require(...formulas: Formula[]): void
    forbid(...formulas: Formula[]): void
    solveAssuming(formula: Formula): object | null
  }
  const Logic: {
    Solver: typeof Solver
    or(...formulas: Formula[]): Formula
    not(formula: Formula): Formula
  }
  export default Logic
}
