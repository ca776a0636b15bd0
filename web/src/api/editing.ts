import { createContext, useContext } from "react";
import type { Editor } from "./editor";

const Editing = createContext<Editor | null>(null);

/** Gives all that is below it the job that is edited there. */
export const EditorProvider = Editing.Provider;

/** The job that is edited here. */
export function useJobEditor(): Editor {
  const editor = useContext(Editing);
  if (!editor) throw new Error("A job is edited inside of its page only");
  return editor;
}
