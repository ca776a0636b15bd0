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
  | "temperature"
  | "cancel"
  | { act: string; piece: string | null; name: string }
  | { undo: string; name: string };

interface AskProps {
  asked: Asked;
  pourId: string;
  castings: PourView["pour"]["castings"];
  units: Units;
  onClose: () => void;
}

/** The panel that asks for it. */
export function AskOfPour({ asked, pourId, castings, units, onClose }: AskProps) {
  const [bags, setBags] = useState("1");
  const [water, setWater] = useState("");
  const [into, setInto] = useState("");
  const [degrees, setDegrees] = useState("");
  const at = { params: { path: { pour_id: pourId } } };
  if (asked === "batch") {
    const send = (entry: Entry) => {
      const body = {
        ...entry,
        bags: numberOf(bags, "Bags"),
        water_l: entryOf("l", units).read(numberOf(water, "Water")),
      };
      return take(
        client.POST("/api/pours/{pour_id}/batches", {
          ...at,
          body: { ...body, lot_id: null, shares: into ? { [into]: 1 } : null },
        }),
      );
    };
    return (
      <Modal open title="A batch" description="When its first water went in, and all that went in." onClose={onClose}>
        <EntryForm label="Keep the batch" send={send} onDone={onClose} note="Feel, weather, who poured">
          {castings.length > 1 && (
            <Select
              label="It went into"
              value={into}
              choices={[
                { value: "", text: "all of them, each by its volume" },
                ...castings.map((one) => ({ value: one.id, text: `#${one.serial} ${one.piece_name}` })),
              ]}
              onChoose={setInto}
            />
          )}
          <EntryText label="Bags" number value={bags} onChange={setBags} />
          <EntryText
            label="Water, all of it"
            unit={entryOf("l", units).name}
            number
            value={water}
            onChange={setWater}
          />
        </EntryForm>
      </Modal>
    );
  }
  if (asked === "temperature") {
    const send = (entry: Entry) => {
      const read = numberOf(degrees, "Temperature");
      const celsius = units === "mm" ? read : (read - 32) / 1.8;
      return take(client.POST("/api/pours/{pour_id}/temperatures", { ...at, body: { at: entry.at, celsius } }));
    };
    return (
      <Modal open title="Temperature of the concrete" description="The hours that follow go by it." onClose={onClose}>
        <EntryForm label="Keep the reading" send={send} onDone={onClose}>
          <EntryText
            label="It reads"
            unit={units === "mm" ? "°C" : "°F"}
            number
            value={degrees}
            onChange={setDegrees}
          />
        </EntryForm>
      </Modal>
    );
  }
  if (asked === "water")
    return (
      <Modal open title="First water in" description="All hours count from here." onClose={onClose}>
        <EntryForm
          label="Water is in"
          send={(entry) => take(client.POST("/api/pours/{pour_id}/water-in", { ...at, body: entry }))}
          onDone={onClose}
        />
      </Modal>
    );
  if (asked === "cancel")
    return (
      <Modal open title="Call the pour off" description="What it reserved is free again." onClose={onClose}>
        <EntryForm
          label="Call it off"
          send={(entry) => take(client.POST("/api/pours/{pour_id}/cancel", { ...at, body: entry }))}
          onDone={onClose}
          note="Why"
        />
      </Modal>
    );
  if ("corrects" in asked)
    return (
      <Modal
        open
        title="When the first water went in"
        description="All hours count from here. What was said before stays in the past of its castings."
        onClose={onClose}
      >
        <EntryForm
          label="Correct it"
          when={asked.corrects}
          send={(entry) => take(client.POST("/api/pours/{pour_id}/water-in/correct", { ...at, body: entry }))}
          onDone={onClose}
          note="What was wrong"
        />
      </Modal>
    );
  if ("undo" in asked)
    return (
      <Modal
        open
        title={`Not done: ${asked.name}`}
        description="It stays on record that it was said."
        onClose={onClose}
      >
        <EntryForm
          label="Take it back"
          when={false}
          send={(entry) =>
            take(
              client.POST("/api/pours/{pour_id}/acts/{done_id}/undo", {
                params: { path: { pour_id: pourId, done_id: asked.undo } },
                body: entry,
              }),
            )
          }
          onDone={onClose}
          note="What was wrong"
        />
      </Modal>
    );
  return (
    <Modal open title={`Done: ${asked.name}`} onClose={onClose}>
      <EntryForm
        label="It is done"
        send={(entry) =>
          take(
            client.POST("/api/pours/{pour_id}/acts", { ...at, body: { ...entry, act: asked.act, piece: asked.piece } }),
          )
        }
        onDone={onClose}
        note="Anything to note"
      />
    </Modal>
  );
}
