/** A document of which a test needs only some fields. */
export function made<T>(fields: unknown): T;
export function made(fields: unknown): unknown {
  return fields;
}
