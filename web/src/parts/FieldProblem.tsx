/** Why what was typed into a field cannot be kept, and what would do. */
export function FieldProblem({ id, problem }: { id?: string; problem: string | null }) {
  if (problem === null) return null;
  return (
    <p id={id} role="alert" className="border-l-4 border-stop pl-2">
      {problem}
    </p>
  );
}

/** What ties a field to its problem. */
export function problemProps(id: string, problem: string | null) {
  return { "aria-invalid": problem !== null, "aria-describedby": problem === null ? undefined : id };
}
