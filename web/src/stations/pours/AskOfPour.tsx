import { useState } from "react";
import { client, take } from "@/api/client";
import type { Entry, PourView } from "@/api/records";
import { Select } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import type { Units } from "@/units/length";
import { entryOf } from "@/units/quantity";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";

/** What a pour's page asks before it writes something down. */
export type Asked =
  | "water"
  | { corrects: string }
  | "batch"
  | "left over"
  | "temperature"
  | "test"
  | "cancel"
  | { act: string; piece: string | null; name: string }
  | { undo: string; name: string };

interface AskProps {
  asked: Exclude<Asked, "test">;
  pourId: string;
  castings: PourView["pour"]["castings"];
  units: Units;
  onClose: () => void;
}

/** The panel that asks for it. */
export function AskOfPour({ asked, pourId, castings, units, onClose }: AskProps) {
  const at = { params: { path: { pour_id: pourId } } };
  if (asked === "batch") return <AskBatch pourId={pourId} castings={castings} units={units} onClose={onClose} />;
  if (asked === "left over") return <AskLeftOver pourId={pourId} units={units} onClose={onClose} />;
  if (asked === "temperature") return <AskTemperature pourId={pourId} units={units} onClose={onClose} />;
  const { title, description, ...form } = plainly(asked, at);
  return (
    <Modal open title={title} {...(description ? { description } : {})} onClose={onClose}>
      <EntryForm {...form} onDone={onClose} />
    </Modal>
  );
}

interface Plain {
  title: string;
  description?: string;
  label: string;
  note?: string;
  when?: string | false;
  send: (entry: Entry) => Promise<unknown>;
}

/** What is asked for with a time, a person and a note alone, and where it is sent. */
function plainly(
  asked: Exclude<Asked, "batch" | "left over" | "temperature" | "test">,
  at: { params: { path: { pour_id: string } } },
): Plain {
  if (asked === "water")
    return {
      title: "Mixing starts",
      description: "All times count from here.",
      label: "Mixing started",
      send: (entry) => take(client.POST("/api/pours/{pour_id}/water-in", { ...at, body: entry })),
    };
  if (asked === "cancel")
    return {
      title: "Call the pour off",
      description: "Reserved stock is released.",
      label: "Call off",
      note: "Why",
      send: (entry) => take(client.POST("/api/pours/{pour_id}/cancel", { ...at, body: entry })),
    };
  if ("corrects" in asked)
    return {
      title: "When mixing started",
      description: "All times count from here. The earlier time stays in the history of its castings.",
      label: "Correct it",
      note: "What was wrong",
      when: asked.corrects,
      send: (entry) => take(client.POST("/api/pours/{pour_id}/water-in/correct", { ...at, body: entry })),
    };
  if ("undo" in asked) {
    const place = { params: { path: { ...at.params.path, done_id: asked.undo } } };
    return {
      title: `Not done: ${asked.name}`,
      description: "The entry stays in the history.",
      label: "Undo",
      note: "What was wrong",
      when: false,
      send: (entry) => take(client.POST("/api/pours/{pour_id}/acts/{done_id}/undo", { ...place, body: entry })),
    };
  }
  return {
    title: `Done: ${asked.name}`,
    label: "Mark done",
    note: "Note (optional)",
    send: (entry) =>
      take(client.POST("/api/pours/{pour_id}/acts", { ...at, body: { ...entry, act: asked.act, piece: asked.piece } })),
  };
}

function AskBatch({ pourId, castings, units, onClose }: Omit<AskProps, "asked">) {
  const [bags, setBags] = useState("1");
  const [water, setWater] = useState("");
  const [into, setInto] = useState("");
  const litres = entryOf("l", units);
  const send = (entry: Entry) => {
    const mixed = { bags: numberOf(bags, "Bags"), water_l: litres.read(numberOf(water, "Water")) };
    return take(
      client.POST("/api/pours/{pour_id}/batches", {
        params: { path: { pour_id: pourId } },
        body: { ...entry, ...mixed, lot_id: null, shares: into ? { [into]: 1 } : null },
      }),
    );
  };
  return (
    <Modal open title="A batch" description="When its mixing started, and all the water." onClose={onClose}>
      <EntryForm label="Log the batch" send={send} onDone={onClose} note="Consistency, weather, who poured">
        {castings.length > 1 && (
          <Select
            label="Used in"
            value={into}
            choices={[
              { value: "", text: "all castings, by volume" },
              ...castings.map((one) => ({ value: one.id, text: `#${one.serial} ${one.piece_name}` })),
            ]}
            onChoose={setInto}
          />
        )}
        <EntryText label="Bags" number value={bags} onChange={setBags} />
        <EntryText label="Water, total" unit={litres.name} number value={water} onChange={setWater} />
      </EntryForm>
    </Modal>
  );
}

function AskLeftOver({ pourId, units, onClose }: Pick<AskProps, "pourId" | "units" | "onClose">) {
  const [volume, setVolume] = useState("");
  const litres = entryOf("l", units);
  const send = ({ note, ...entry }: Entry) =>
    take(
      client.POST("/api/observations", {
        body: {
          ...entry,
          note: "",
          text: note,
          kind: "left over" as const,
          pour_id: pourId,
          volume_l: litres.read(numberOf(volume, "Concrete left over")),
        },
      }),
    );
  return (
    <Modal
      open
      title="Concrete left over"
      description="When all forms are full: what is still in the mixer and the buckets. It tells what your bags yield."
      onClose={onClose}
    >
      <EntryForm label="Log it" note="Note (optional)" send={send} onDone={onClose}>
        <EntryText label="Concrete left over" unit={litres.name} number value={volume} onChange={setVolume} />
        <p className="text-soft">
          With what went into other moulds; 0 where nothing is left. Bags that stayed closed do not count.
        </p>
      </EntryForm>
    </Modal>
  );
}

function AskTemperature({ pourId, units, onClose }: Pick<AskProps, "pourId" | "units" | "onClose">) {
  const [degrees, setDegrees] = useState("");
  const entered = entryOf("C", units);
  const send = (entry: Entry) => {
    const celsius = entered.read(numberOf(degrees, "Temperature"));
    return take(
      client.POST("/api/pours/{pour_id}/temperatures", {
        params: { path: { pour_id: pourId } },
        body: { at: entry.at, celsius },
      }),
    );
  };
  return (
    <Modal open title="Temperature of the concrete" description="Later times are worked out from it." onClose={onClose}>
      <EntryForm label="Log the reading" send={send} onDone={onClose}>
        <EntryText label="Reading" unit={entered.name} number value={degrees} onChange={setDegrees} />
      </EntryForm>
    </Modal>
  );
}
