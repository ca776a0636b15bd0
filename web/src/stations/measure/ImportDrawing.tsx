import { useState } from "react";
import { client, type Feature, type Piece, type PiecePlan, Refused, type Schemas, take } from "@/api/client";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";
import { Select } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";
import { sizeText } from "../job/Rail";
import { type Fields, freshId } from "./fields";

type Drawing = Schemas["Drawing"];
type Loop = Drawing["loops"][number];
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
const [WIDTH, HEIGHT] = [440, 240];

/** A DXF or SVG drawing looked at: which line is the outline, which are openings in it. */
export function ImportDrawing({ piece, fields, onClose }: Props) {
  const { units } = usePreferences();
  const [file, setFile] = useState<File | null>(null);
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [unit, setUnit] = useState<Unit | null>(null);
  const [outline, setOutline] = useState<number | null>(0);
  const [openings, setOpenings] = useState<readonly number[]>([]);
  const [problem, setProblem] = useState<string | null>(null);

  async function read(chosen: File, asked: Unit | null) {
    setFile(chosen);
    setProblem(null);
    try {
      const body = await chosen.arrayBuffer();
      const found = await take(
        client.POST("/api/drawings", {
          params: { query: { name: chosen.name, ...(asked && { unit: asked }) } },
          body: "", // openapi-fetch knows no type for bytes: they are what is sent
          bodySerializer: () => body,
          headers: { "content-type": "application/octet-stream" },
        }),
      );
      setDrawing(found);
      setOutline(found.loops.length ? 0 : null);
      const [largest, ...rest] = found.loops;
      setOpenings(largest ? rest.flatMap((loop, index) => (within(loop, largest) ? [index + 1] : [])) : []);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setDrawing(null);
      setProblem(error.message);
    }
  }

  function bringIn() {
    if (!drawing || !file) return;
    const body = outline === null ? undefined : drawing.loops[outline];
    const [left, front] = body ? corner(body) : [0, 0];
    void fields
      .piece((one) => {
        let now: Piece = body
          ? { ...one, outline: { kind: "imported", source: file.name.slice(0, 80), vertices: vertices(body) } }
          : one;
        for (const index of openings) {
          const loop = drawing.loops[index];
          if (!loop || index === outline) continue;
          now = { ...now, features: [...(now.features ?? []), asFeature(now, loop, left, front)] };
        }
        return now;
      }, `Brought in ${file.name}`)
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
              const [chosen] = event.target.files ?? [];
              if (chosen) void read(chosen, null);
            }}
          />
        </label>
        <FieldProblem problem={problem} />
        {drawing && drawing.unit === null && (
          <Select<Unit | "unsaid">
            label="The file does not say its unit. It is drawn in"
            value={unit ?? "unsaid"}
            choices={[{ value: "unsaid" as const, text: "choose" }, ...UNITS]}
            onChoose={(next) => {
              if (next === "unsaid") return;
              setUnit(next);
              if (file) void read(file, next);
            }}
          />
        )}
        {drawing && (
          <>
            <Preview drawing={drawing} outline={outline} openings={openings} />
            <ul className="max-h-56 overflow-y-auto border-t-2 border-ink">
              {drawing.loops.map((loop, index) => (
                <li key={loop.path.slice(0, 6).join(" ")} className="flex items-center gap-3 border-b border-line">
                  <span className="figure w-32 shrink-0">{sizeText(loop.length_mm, loop.width_mm, units)}</span>
                  <label className="flex min-h-11 items-center gap-2">
                    <input type="radio" name="outline" checked={outline === index} onChange={() => setOutline(index)} />
                    outline
                  </label>
                  <label className="flex min-h-11 items-center gap-2">
                    <input
                      type="checkbox"
                      disabled={outline === index}
                      checked={openings.includes(index) && outline !== index}
                      onChange={(event) =>
                        setOpenings(
                          event.target.checked ? [...openings, index] : openings.filter((one) => one !== index),
                        )
                      }
                    />
                    opening
                  </label>
                </li>
              ))}
              {drawing.refused.map((one) => (
                <li key={`${one.x_mm} ${one.y_mm} ${one.why}`} className="border-b border-line py-2">
                  <span className="font-bold text-stop">Refused.</span> {one.why} At {Math.round(one.x_mm)},{" "}
                  {Math.round(one.y_mm)} mm.
                </li>
              ))}
            </ul>
            <label className="flex min-h-11 items-center gap-2">
              <input type="radio" name="outline" checked={outline === null} onChange={() => setOutline(null)} />
              Keep the outline of {piece.name}
            </label>
          </>
        )}
        <button
          type="button"
          className="button button-now w-full"
          disabled={!drawing || asksUnit || (outline === null && openings.length === 0)}
          onClick={bringIn}
        >
          Bring it in
        </button>
      </div>
    </Modal>
  );
}

function Preview({
  drawing,
  outline,
  openings,
}: {
  drawing: Drawing;
  outline: number | null;
  openings: readonly number[];
}) {
  const xs = [...drawing.loops.flatMap((loop) => places(loop.path, 0)), ...drawing.refused.map((one) => one.x_mm)];
  const ys = [...drawing.loops.flatMap((loop) => places(loop.path, 1)), ...drawing.refused.map((one) => one.y_mm)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((WIDTH - 40) / Math.max(x1 - x0, 1), (HEIGHT - 40) / Math.max(y1 - y0, 1));
  const view: View = {
    scale,
    left: 20 - x0 * scale,
    top: 20 + y0 * scale,
    length: x1 - x0,
    width: y1 - y0,
    mirrored: false,
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full border border-line"
      role="img"
      aria-label="What the file holds"
    >
      {drawing.loops.map((loop, index) => (
        <path
          key={loop.path.slice(0, 6).join(" ")}
          d={pathData(view, loop.path)}
          fill={index === outline ? "var(--concrete)" : openings.includes(index) ? "var(--foam)" : "none"}
          stroke="var(--ink)"
          strokeWidth={index === outline ? 2.5 : 1.5}
          strokeDasharray={index === outline || openings.includes(index) ? undefined : "4 4"}
        />
      ))}
      {drawing.refused.map((one) => (
        <circle
          key={`${one.x_mm} ${one.y_mm}`}
          cx={view.left + one.x_mm * scale}
          cy={view.top + (view.width - one.y_mm) * scale}
          r="7"
          fill="none"
          stroke="var(--stop)"
          strokeWidth="3"
        />
      ))}
    </svg>
  );
}

function places(path: readonly number[], from: number): number[] {
  return path.filter((_, index) => index % 3 === from);
}

function corner(loop: Loop): readonly [number, number] {
  // A bulging edge may reach past its corners: the box's size tells the rest where it is a circle.
  const [xs, ys] = [places(loop.path, 0), places(loop.path, 1)];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [front, back] = [Math.min(...ys), Math.max(...ys)];
  return [left - (loop.length_mm - (right - left)) / 2, front - (loop.width_mm - (back - front)) / 2];
}

function within(loop: Loop, outer: Loop): boolean {
  const [[x, y], [left, front]] = [corner(loop), corner(outer)];
  return (
    x >= left &&
    y >= front &&
    x + loop.length_mm <= left + outer.length_mm &&
    y + loop.width_mm <= front + outer.width_mm
  );
}

function vertices(loop: Loop) {
  const corners: { x: number; y: number; bulge: number }[] = [];
  for (let at = 0; at < loop.path.length; at += 3) {
    corners.push({ x: loop.path[at] ?? 0, y: loop.path[at + 1] ?? 0, bulge: loop.path[at + 2] ?? 0 });
  }
  return corners;
}

function asFeature(piece: Piece, loop: Loop, left: number, front: number): Feature {
  const [x, y] = corner(loop);
  const mm = (value: number) => ({ mm: Number(Math.max(0, value).toFixed(4)), typed: null });
  return {
    kind: "cutout",
    id: freshId(piece.features, "cutout"),
    name: `Drawn opening ${(piece.features ?? []).filter((one) => one.kind === "cutout").length + 1}`,
    x: { side: "left", to: "centre", offset: mm(x - left + loop.length_mm / 2) },
    y: { side: "front", to: "centre", offset: mm(y - front + loop.width_mm / 2) },
    vertices: vertices(loop),
    depth: null,
    face: "top",
    turned_deg: 0,
    repeat: null,
  };
}
