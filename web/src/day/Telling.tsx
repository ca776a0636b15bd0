import { type FormEvent, useId, useState } from "react";
import { Modal } from "@/parts/Modal";

interface Props {
  kind: "note" | "skip";
  /** What is left out. */
  title: string;
  /** What there already is to say. */
  begun?: string;
  onTell: (text: string, photo?: Blob) => void;
  onClose: () => void;
}

/** A note with or without a photo, or why something is left out. */
export function Telling({ kind, title, begun = "", onTell, onClose }: Props) {
  const skips = kind === "skip";
  const [text, setText] = useState(begun);
  const [photo, setPhoto] = useState<File | null>(null);
  const [wanted, setWanted] = useState(false);
  const id = useId();
  function submit(event: FormEvent) {
    event.preventDefault();
    if (!text.trim() && (skips || !photo)) {
      setWanted(true);
      return;
    }
    onTell(text.trim() || "A photo", photo ?? undefined);
    onClose();
  }
  return (
    <Modal open title={skips ? `Leave out: ${title}` : "Note"} onClose={onClose}>
      <form className="space-y-4" onSubmit={submit}>
        <div>
          <label htmlFor={id} className="font-semibold">
            {skips ? "Why" : "What there is to say"}
          </label>
          <textarea
            id={id}
            className="field min-h-24 py-2"
            maxLength={2000}
            value={text}
            aria-invalid={wanted}
            onChange={(event) => setText(event.target.value)}
          />
          {wanted && (
            <p role="alert" className="pt-1">
              {skips ? "Say why: in a month it is the only trace." : "Say something, or add a photo."}
            </p>
          )}
        </div>
        {!skips && (
          <label className="button w-full">
            {photo ? "Another photo" : "Add a photo"}
            <input
              type="file"
              accept="image/*"
              capture="environment"
              className="sr-only"
              onChange={(event) => setPhoto(event.target.files?.[0] ?? null)}
            />
          </label>
        )}
        {photo && <p>One photo is added.</p>}
        <button type="submit" className="button button-now w-full">
          {skips ? "Leave it out" : "Keep the note"}
        </button>
      </form>
    </Modal>
  );
}
