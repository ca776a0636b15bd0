/** A JSON pointer and what stands there now; without a value nothing stands there any longer. */
export type Change = readonly unknown[];

/** A document with some of its parts replaced; what is not changed stays the same object. */
export function applied<T>(document: T, changes: readonly Change[]): T {
  const fresh = new Set<unknown>(); // copies made here, that may be written to
  let whole: unknown = document;
  const own = (value: unknown): Record<string, unknown> => {
    if (fresh.has(value)) return value as Record<string, unknown>;
    const copy = Array.isArray(value) ? [...value] : { ...(value as object) };
    fresh.add(copy);
    return copy as unknown as Record<string, unknown>;
  };
  for (const change of changes) {
    const steps = String(change[0]).split("/").slice(1).map(unescaped);
    const last = steps.pop();
    if (last === undefined) {
      whole = change[1];
      continue;
    }
    const root = own(whole);
    whole = root;
    let at = root;
    for (const step of steps) {
      const below = own(at[step]);
      at[step] = below;
      at = below;
    }
    if (change.length > 1) at[last] = change[1];
    else delete at[last];
  }
  return whole as T;
}

function unescaped(step: string): string {
  return step.replaceAll("~1", "/").replaceAll("~0", "~");
}
