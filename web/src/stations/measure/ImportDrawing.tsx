import { useState } from "react";
import { client, type Piece, type PiecePlan, Refused, type Schemas, take } from "@/api/client";
import { Select } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import type { Fields } from "./fields";
import { LoopChoice } from "./LoopChoice";
import { type ChosenLoops, likely, NOTHING, withLoops } from "./loops";

type Drawing = Schemas["Drawing"];
type Unit = NonNullable<Drawing["unit"]>;

interface Props {
  piece: Piece;
  planned: PiecePlan;
  fields: Fields;
  onClose: () => void;
}

const UNITS: readonly { value: Unit; text: string }[] = [
  { value: "mm", text: "millimetres" },
  { value: "cm", text: "centimetres" },
  { value: "m", text: "metres" },
  { value: "in", text: "inches" },
];

/** A DXF or SVG drawing looked at: which line is the outline, which are openings in it. */
export function ImportDrawing({ piece, fields, onClose }: Props) {
  const [file, setFile] = useState<File | null>(null);
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [unit, setUnit] = useState<Unit | null>(null);
  const [chosen, setChosen] = useState<ChosenLoops>(NOTHING);
  const [problem, setProblem] = useState<string | null>(null);

  async function read(given: File, asked: Unit | null) {
    setFile(given);
    setProblem(null);
    try {
      const body = await given.arrayBuffer();
      const found = await take(
        client.POST("/api/drawings", {
          params: { query: { name: given.name, ...(asked && { unit: asked }) } },
          body: "", // openapi-fetch knows no type for bytes: they are what is sent
          bodySerializer: () => body,
          headers: { "content-type": "application/octet-stream" },
        }),
      );
      setDrawing(found);
      setChosen(likely(found));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setDrawing(null);
      setProblem(error.message);
    }
  }

  function bringIn() {
    if (!drawing || !file) return;
    void fields
      .piece((one) => withLoops(one, drawing, chosen, file.name), `Imported ${file.name}`)
      .then(onClose, (error) => {
        if (!(error instanceof Refused)) throw error;
        setProblem(error.message);
      });
  }

  const asksUnit = drawing !== null && drawing.unit === null && unit === null;
  return (
    <Modal
      open
      title="From a drawing"
      description="A DXF or SVG file: its closed lines become the outline and openings."
      onClose={onClose}
    >
      <div className="space-y-3">
        <label className="block">
          The file
          <input
            type="file"
            accept=".dxf,.svg"
            className="field py-2"
            onChange={(event) => {
              const [given] = event.target.files ?? [];
              if (given) void read(given, null);
            }}
          />
        </label>
        <FieldProblem problem={problem} />
        {drawing && drawing.unit === null && (
          <Select<Unit | "unsaid">
            label="The file gives no unit. Drawn in"
            value={unit ?? "unsaid"}
            choices={[{ value: "unsaid" as const, text: "choose" }, ...UNITS]}
            onChoose={(next) => {
              if (next === "unsaid") return;
              setUnit(next);
              if (file) void read(file, next);
            }}
          />
        )}
        {drawing && <LoopChoice drawing={drawing} pieceName={piece.name} chosen={chosen} onChoose={setChosen} />}
        <button
          type="button"
          className="button button-now w-full"
          disabled={!drawing || asksUnit || (chosen.outline === null && chosen.openings.length === 0)}
          onClick={bringIn}
        >
          Import
        </button>
      </div>
    </Modal>
  );
}
