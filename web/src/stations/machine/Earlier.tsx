import { type FormEvent, useId, useState } from "react";
import type { Finish } from "@/finish/useFinish";
import { Modal } from "@/parts/Modal";
import { WhenField } from "@/parts/WhenField";
import { usePreferences } from "@/units/preferences";
import { fieldValue, momentOf } from "@/units/time";
import type { AtMachine } from "./useAtMachine";
import { actWords } from "./words";

interface Props {
  finish: Finish;
  work: AtMachine;
  onClose: () => void;
}

/** What is done now, with the time at which it was done. */
export function Earlier({ finish, work, onClose }: Props) {
  const { units } = usePreferences();
  const { zone } = finish.view;
  const [when, setWhen] = useState(() => fieldValue(new Date(finish.now).toISOString(), zone));
  const [wanted, setWanted] = useState("");
  const { act, step } = work;
  const id = useId();
  if (!act || !step) return null;
  const words = actWords(act, step, units);
  function submit(event: FormEvent) {
    event.preventDefault();
    if (!when) return setWanted("Say when it was.");
    const at = momentOf(when, zone);
    if (Date.parse(at) > finish.now) return setWanted("That is still to come. Say when it was.");
    if (act?.kind === "sheet") void work.say({ kind: "dry", step: step?.id ?? null, at }, "the sheet stayed dry");
    else work.did(words.short, at);
    onClose();
  }
  return (
    <Modal open title={words.button || "The sheet stayed dry"} onClose={onClose}>
      <form className="space-y-4" onSubmit={submit}>
        <div>
          <label htmlFor={id} className="font-semibold">
            When it was
          </label>
          <WhenField id={id} value={when} onChange={setWhen} aria-invalid={wanted !== ""} />
          {wanted && (
            <p role="alert" className="pt-1">
              {wanted}
            </p>
          )}
        </div>
        <button type="submit" className="button button-now min-h-14 w-full">
          Keep it
        </button>
      </form>
    </Modal>
  );
}
