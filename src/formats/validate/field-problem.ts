/** A rejected field: its JSON pointer, and in words what is wrong and what would be right. */
export interface FieldProblem {
  path: string;
  problem: string;
}
