type Fields = Record<string, unknown>;

/**
 * What an edit that was made of `before` makes of what is there `now`: made of that itself, unless it would take back
 * what has changed meanwhile where it says nothing; then what it says is put into that.
 */
export function rebased<T, Made>(before: T, make: (document: T) => Made, now: T): Made {
  const mine = make(before);
  if (same(before, now)) return mine;
  const anew = make(now);
  return takesBack(before, mine, now, anew) ? merged(before, mine, now) : anew;
}

/**
 * What one edit makes of a document that another has changed meanwhile: `mine` was made of `base`, and only where it
 * differs from it does it change `now`. Items of a list are told apart by their ids where they have some.
 */
export function merged<T>(base: unknown, mine: T, now: unknown): T;
export function merged(base: unknown, mine: unknown, now: unknown): unknown {
  if (same(mine, base)) return now;
  if (same(now, base)) return mine;
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(now)) return mergeLists(base, mine, now);
  if (!isFields(base) || !isFields(mine) || !isFields(now)) return mine;
  const whole: Fields = {};
  for (const name of new Set([...Object.keys(now), ...Object.keys(mine)])) {
    const value = merged(base[name], mine[name], now[name]);
    if (value !== undefined) whole[name] = value;
  }
  return whole;
}

/** Whether something that changed meanwhile, and that the edit says nothing of, is not as it was now. */
function takesBack(base: unknown, mine: unknown, now: unknown, anew: unknown): boolean {
  if (same(now, base)) return false;
  if (same(mine, base)) return !same(anew, now);
  const [b, m, n, a] = [base, mine, now, anew].map(byName);
  if (!b || !m || !n || !a) return false;
  return [...new Set([...b.keys(), ...n.keys()])].some((name) =>
    takesBack(b.get(name), m.get(name), n.get(name), a.get(name)),
  );
}

function byName(value: unknown): Map<string, unknown> | null {
  if (Array.isArray(value)) return byId(value) ?? new Map(value.map((one, index) => [String(index), one]));
  return isFields(value) ? new Map(Object.entries(value)) : null;
}

function mergeLists(base: unknown[], mine: unknown[], now: unknown[]): unknown[] {
  const [before, own, others] = [byId(base), byId(mine), byId(now)];
  if (!before || !own || !others) {
    const sameLength = base.length === mine.length && base.length === now.length;
    return sameLength ? mine.map((one, index) => merged(base[index], one, now[index])) : mine;
  }
  const left = [...own].filter(([id]) => others.has(id) || !before.has(id));
  const added = [...others].filter(([id]) => !own.has(id) && !before.has(id));
  return [
    ...left.map(([id, one]) => (others.has(id) ? merged(before.get(id), one, others.get(id)) : one)),
    ...added.map(([, one]) => one),
  ];
}

function byId(list: unknown[]): Map<string, unknown> | null {
  const found = new Map<string, unknown>();
  for (const one of list) {
    if (!isFields(one) || typeof one.id !== "string" || found.has(one.id)) return null;
    found.set(one.id, one);
  }
  return found;
}

function isFields(value: unknown): value is Fields {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function same(one: unknown, other: unknown): boolean {
  if (one === other) return true;
  if (Array.isArray(one) && Array.isArray(other)) {
    return one.length === other.length && one.every((item, index) => same(item, other[index]));
  }
  if (!isFields(one) || !isFields(other)) return false;
  const names = Object.keys(one);
  return names.length === Object.keys(other).length && names.every((name) => same(one[name], other[name]));
}
