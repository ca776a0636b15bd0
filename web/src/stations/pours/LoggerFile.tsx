import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, type Schemas, take } from "@/api/client";
import type { PourView } from "@/api/records";
import { Select } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import { useWork } from "@/parts/useWork";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dateAndClock } from "@/units/time";
import type { Sensor } from "./Thermometers";

type Preview = Schemas["LoggerPreview"];
type Layout = Preview["layout"];

interface Choices {
  degrees?: "C" | "F";
  order?: "day first" | "month first" | "year first";
  clock?: "the shop's clock" | "winter time all year" | "UTC";
  column?: number;
}

const UNSAID = { value: "", text: "choose" };
const DEGREES = [
  { value: "C", text: "°C" },
  { value: "F", text: "°F" },
] as const;
const ORDERS = [
  { value: "day first", text: "day, month, year" },
  { value: "month first", text: "month, day, year" },
  { value: "year first", text: "year, month, day" },
] as const;
const CLOCKS = [
  { value: "the shop's clock", text: "the shop’s clock" },
  { value: "winter time all year", text: "winter time all year" },
  { value: "UTC", text: "UTC" },
] as const;

interface Props {
  view: PourView;
  sensors: readonly Sensor[];
  onClose: () => void;
}

/** A logger's file: what was understood of it is shown, and what cannot be known is asked for, before it is kept. */
export function LoggerFile({ view, sensors, onClose }: Props) {
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [choices, setChoices] = useState<Choices>({});
  const [preview, setPreview] = useState<Preview | null>(null);
  const { refused, busy, work } = useWork();
  const known = sensors.filter((one) => !one.name.startsWith("Read by hand"));
  const [into, setInto] = useState(known[0]?.id ?? "");
  const zone = view.plan.cure.zone;

  const look = (found: File, told: Choices) =>
    work(async () => {
      setFile(found);
      setChoices(told);
      setPreview(null);
      setPreview(await take(client.POST("/api/logger-files", { params: { query: told }, ...sent(found) })));
    });

  const keep = () =>
    work(async () => {
      if (!file) return;
      const sensor = into || (await newSensor(file.name, view.pour));
      const params = { path: { sensor_id: sensor }, query: choices };
      await take(client.POST("/api/sensors/{sensor_id}/file", { params, ...sent(file) }));
      await queries.invalidateQueries({ queryKey: ["records"] });
      for (const key of ["agenda", "job"]) void queries.invalidateQueries({ queryKey: [key] });
      onClose();
    });

  return (
    <Modal
      open
      title="Read a logger file"
      description="A text file with a line for each reading. Nothing is kept before you have seen what was understood."
      onClose={onClose}
    >
      <div className="space-y-3">
        <label className="block">
          File
          <input
            type="file"
            accept=".csv,.txt,.tsv,text/csv,text/plain"
            className="field py-2"
            onChange={(event) => {
              const found = event.target.files?.[0];
              if (found) void look(found, {});
            }}
          />
        </label>
        {busy && !preview && <p role="status">Reading it …</p>}
        {refused && <p role="alert">{refused}</p>}
        {file && preview && (
          <>
            <Understood layout={preview.layout} choices={choices} onChoose={(told) => void look(file, told)} />
            {preview.layout.asks.length === 0 && <Readings preview={preview} zone={zone} />}
            {known.length > 0 && (
              <Select
                label="Thermometer"
                value={into}
                choices={[
                  ...known.map((one) => ({ value: one.id, text: one.name })),
                  { value: "", text: "another one" },
                ]}
                onChoose={setInto}
              />
            )}
            <button
              type="button"
              className="button button-now w-full"
              disabled={busy || preview.layout.asks.length > 0 || preview.readings === 0}
              onClick={() => void keep()}
            >
              {preview.readings === 0 ? "Nothing to keep" : `Keep ${preview.kept.toLocaleString("en")} readings`}
            </button>
          </>
        )}
      </div>
    </Modal>
  );
}

/** The body of a request is the file as it is. */
function sent(file: File) {
  return {
    body: file as never,
    bodySerializer: (body: unknown) => body as File,
    headers: { "content-type": "text/plain" },
  };
}

async function newSensor(name: string, pour: PourView["pour"]): Promise<string> {
  const plain = name.replace(/\.[^.]*$/, "").slice(0, 60) || "Logger";
  const sensor = await take(client.POST("/api/sensors", { body: { name: plain, kind: "concrete" } }));
  await take(
    client.POST("/api/sensors/{sensor_id}/place", {
      params: { path: { sensor_id: sensor.id } },
      body: { pour_id: pour.id, at: pour.poured_at },
    }),
  );
  return sensor.id;
}

function Understood({
  layout,
  choices,
  onChoose,
}: {
  layout: Layout;
  choices: Choices;
  onChoose: (told: Choices) => void;
}) {
  const asked = (what: Layout["asks"][number]) => layout.asks.includes(what);
  return (
    <fieldset className="space-y-2 border-l-4 border-chalk pl-3">
      <legend className="font-semibold">How it is read</legend>
      {layout.columns.length > 1 && (
        <Select
          label="Temperature"
          value={String(layout.column ?? "")}
          choices={[
            ...(asked("column") ? [UNSAID] : []),
            ...layout.columns.map((one) => ({
              value: String(one.at),
              text: `${one.name || `column ${one.at}`}: ${one.cells.join(", ")}`,
            })),
          ]}
          onChoose={(value) => value && onChoose({ ...choices, column: Number(value) })}
        />
      )}
      <Select
        label="Degrees"
        value={layout.degrees ?? ""}
        choices={[...(asked("degrees") ? [UNSAID] : []), ...DEGREES]}
        onChoose={(value) => (value === "C" || value === "F") && onChoose({ ...choices, degrees: value })}
      />
      <Select
        label="Date"
        value={layout.order ?? ""}
        choices={[...(asked("order") ? [UNSAID] : []), ...ORDERS]}
        onChoose={(value) => {
          const order = ORDERS.find((one) => one.value === value)?.value;
          if (order) onChoose({ ...choices, order });
        }}
      />
      <Select
        label="Clock"
        value={choices.clock ?? CLOCKS[0].value}
        choices={CLOCKS}
        onChoose={(clock) => onChoose({ ...choices, clock })}
      />
    </fieldset>
  );
}

function Readings({ preview, zone }: { preview: Preview; zone: string }) {
  const { units } = usePreferences();
  const { first_at, last_at, lowest_c, highest_c } = preview;
  const doubts = doubtsOf(preview, zone);
  return (
    <div className="space-y-2" data-preview>
      {first_at && last_at && lowest_c !== null && highest_c !== null && (
        <p>
          <b>{preview.readings.toLocaleString("en")} readings</b>, {dateAndClock(first_at, zone)} to{" "}
          {dateAndClock(last_at, zone)}, {write(lowest_c, "C", units)} to {write(highest_c, "C", units)}.
        </p>
      )}
      <p className="text-soft">
        {preview.sample.map((one) => `${dateAndClock(one.at, zone)}: ${write(one.celsius, "C", units)}`).join(" · ")}
      </p>
      {preview.kept_every_s !== null && <p>Means of {preview.kept_every_s / 60} min are kept.</p>}
      {doubts.length > 0 && (
        <ul className="list-disc pl-5">
          {doubts.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {preview.refused > 0 && (
        <details>
          <summary className="min-h-6 underline decoration-dotted underline-offset-4">
            {preview.refused === 1
              ? "1 line is left out"
              : `${preview.refused.toLocaleString("en")} lines are left out`}
          </summary>
          <ul className="mt-1 space-y-1">
            {preview.refusals.map((one) => (
              <li key={one.line}>
                <b>Line {one.line}</b>: {one.reason}. {one.remedy} <span className="text-soft">{one.text}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? "" : "s"}`;

function doubtsOf(preview: Preview, zone: string): string[] {
  const when = (at: string) => dateAndClock(at, zone);
  const [gap, jump, still] = [preview.gaps[0], preview.jumps[0], preview.still[0]];
  return [
    gap && `${counted(preview.gaps.length, "gap")}, the first ${when(gap.begin)} to ${when(gap.end)}`,
    jump &&
      `${counted(preview.jumps.length, "sudden jump")}, the first at ${when(jump.end)}: was it in the concrete then?`,
    still && `It stood still from ${when(still.begin)} to ${when(still.end)}: look at its battery and cable`,
    preview.repeats > 0 && `${counted(preview.repeats, "repeat")} of a moment; the first reading is kept`,
    preview.twice > 0 && `${counted(preview.twice, "reading")} in the hour that came twice when the clock was put back`,
  ].filter((text): text is string => Boolean(text));
}
