import { type Editor, valueAt, withField } from "./editor";

/** A list of the job by its place in it, changed an item at a time. */
export function listAt(editor: Editor, pointer: string) {
  const set = (make: (all: readonly unknown[]) => readonly unknown[], what: string) =>
    editor.change(
      (job) => {
        const all = valueAt(job, pointer);
        return withField(job, pointer, make(Array.isArray(all) ? all : []));
      },
      what.slice(0, 120),
    );
  return {
    set,
    add: (item: unknown, what: string) => set((all) => [...all, item], what),
    remove: (index: number, what: string) => set((all) => all.toSpliced(index, 1), what),
  };
}
