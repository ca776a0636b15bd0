/** What a shop has, to choose from by name. */
export function namesOf(all: readonly { id: string; name: string }[]): { value: string; text: string }[] {
  return all.map(({ id, name }) => ({ value: id, text: name }));
}
