/** A document of which a test needs only some fields. */
export const made = <T>(fields: unknown): T => fields as T;
