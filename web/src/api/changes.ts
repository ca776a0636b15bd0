/** A JSON pointer and what stands there now; without a value nothing stands there any longer. */
export type Change = readonly unknown[];

/** A document with some of its parts replaced; what is not changed stays the same object. */
export function applied<T>(document: T, changes: readonly Change[]): T;
export function applied(document: unknown, changes: readonly Change[]): unknown {
  const fresh = new Set<object>(); // copies made here, that may be written to
  let whole: unknown = document;
  const own = (value: unknown): object => {
    if (value instanceof Object && fresh.has(value)) return value;
    const copy = Array.isArray(value) ? [...value] : { ...Object(value) };
    fresh.add(copy);
    return copy;
  };
  for (const change of changes) {
    const steps = String(change[0]).split("/").slice(1).map(unescaped);
    const last = steps.pop();
    if (last === undefined) {
      whole = change[1];
      continue;
    }
    let at = own(whole);
    whole = at;
    for (const step of steps) {
      const below = own(Reflect.get(at, step));
      Reflect.set(at, step, below);
      at = below;
    }
    if (change.length > 1) Reflect.set(at, last, change[1]);
    else Reflect.deleteProperty(at, last);
  }
  return whole;
}

function unescaped(step: string): string {
  return step.replaceAll("~1", "/").replaceAll("~0", "~");
}
