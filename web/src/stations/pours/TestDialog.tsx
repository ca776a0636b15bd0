import { useId, useState } from "react";
import { client, take } from "@/api/client";
import type { Entry, PourView } from "@/api/records";
import { Choice, Select } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import { useFill } from "@/parts/useFill";
import { WhenField } from "@/parts/WhenField";
import type { Units } from "@/units/length";
import { entryOf } from "@/units/quantity";
import { dateAndClock, momentOf } from "@/units/time";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";

const READY = [
  { value: "yes", text: "ready" },
  { value: "no", text: "not yet" },
] as const;
/** What is tested at the piece, by the task that it opens or holds. */
const AT_PIECE = [
  { value: "float", text: "Finger: float" },
  { value: "broom", text: "Broom" },
  { value: "trowel", text: "Fingerprint: trowel" },
  { value: "strip", text: "Nail: strip the form" },
  { value: "seal", text: "Plastic sheet: seal" },
] as const;
const STRENGTHS = [
  { value: "cube", text: "Cube, crushed" },
  { value: "cylinder", text: "Cylinder, crushed" },
  { value: "rebound", text: "Rebound hammer" },
] as const;
type Method = (typeof STRENGTHS)[number]["value"];
const METHODS: Record<Method, string> = {
  cube: "A cube cured beside the casting. It counts four fifths, as of a cylinder.",
  cylinder: "A cylinder cured beside the casting.",
  rebound: "By the hammer’s own chart. It says the strength to about a quarter.",
};

interface Props {
  view: PourView;
  units: Units;
  onClose: () => void;
}

/** A test of the concrete: one at the piece opens or holds its task, a strength moves all that waits for one. */
export function TestDialog({ view, units, onClose }: Props) {
  const { pour, plan } = view;
  const fill = useFill();
  const acts = new Map(plan.cure.acts.map((act) => [act.id, act]));
  const atPiece = AT_PIECE.filter(({ value }) => acts.has(value) && !acts.get(value)?.done_at);
  const tests = [...atPiece, ...STRENGTHS];
  const [test, setTest] = useState<string>(tests[0]?.value ?? "cube");
  const [ready, setReady] = useState<"yes" | "no">("yes");
  const [strength, setStrength] = useState("");
  const [taped, setTaped] = useState("");
  const taping = useId();
  const written = entryOf("MPa", units);
  const method = STRENGTHS.find((one) => one.value === test)?.value;
  const zone = plan.cure.zone;

  function send(entry: Entry) {
    const since = test === "seal" && taped ? momentOf(taped, zone) : null;
    const about = since ? `Sheet taped ${dateAndClock(since, zone)}. ${entry.note}`.trim() : entry.note;
    const body = { ...entry, note: "", text: about, pour_id: pour.id };
    const found = method
      ? { kind: "strength" as const, method, strength_mpa: written.read(numberOf(strength, "Strength")) }
      : { kind: "test" as const, act: test, ready: ready === "yes", since };
    return take(client.POST("/api/observations", { body: { ...body, ...found } }));
  }

  return (
    <Modal open title="A test" description="What it finds moves the hours of this pour." onClose={onClose}>
      <EntryForm label="Log the test" note="Note (optional)" send={send} onDone={onClose}>
        <Select label="Test" value={test} choices={tests} onChoose={setTest} />
        {method ? (
          <>
            <EntryText label="Strength" unit={written.name} number value={strength} onChange={setStrength} />
            <p className="text-soft">{METHODS[method]}</p>
          </>
        ) : (
          <>
            <p>{fill(acts.get(test)?.test ?? "")}</p>
            <Choice label="It is" value={ready} choices={READY} onChoose={setReady} />
            {test === "seal" && (
              <div>
                <label htmlFor={taping}>Sheet taped at</label>
                <WhenField id={taping} value={taped} onChange={setTaped} />
                <p className="text-soft">At least 16 h before it is looked at.</p>
              </div>
            )}
          </>
        )}
      </EntryForm>
    </Modal>
  );
}
