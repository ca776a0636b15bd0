import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, type Schemas, take } from "@/api/client";
import { useMay } from "@/api/me";
import type { PourView } from "@/api/records";
import { Select } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import { useSubmit } from "@/parts/useSubmit";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dateAndClock } from "@/units/time";
import { LoggerFile } from "./LoggerFile";
import { Part } from "./Part";
import { ReadCourse } from "./ReadCourse";

export type Sensor = Schemas["Sensor"];

const sensorsQuery = {
  queryKey: ["records", "sensors"],
  queryFn: () => take(client.GET("/api/sensors")),
};

/** The thermometers in a pour, what they read against what was foretold, and files of loggers. */
export function Thermometers({ view }: { view: PourView }) {
  const may = useMay();
  const { units } = usePreferences();
  const { data: sensors = [] } = useQuery({ ...sensorsQuery, enabled: may("GET /api/sensors") });
  const [asked, setAsked] = useState<"place" | "file" | null>(null);
  const { pour, plan } = view;
  const here = sensors.filter((one) => one.pour_id === pour.id);
  if (!may("GET /api/sensors") || !pour.poured_at) return null;
  return (
    <Part title="Thermometers">
      <ReadCourse view={view} />
      {here.length > 0 && (
        <ul className="border-t border-line">
          {here.map((one) => (
            <li key={one.id} className="line [--columns:minmax(0,1fr)_auto]">
              <span className="[overflow-wrap:anywhere]">
                {one.name.startsWith("Read by hand") ? "Read by hand" : one.name}
              </span>
              <span className="figure">
                {one.last_value === null || one.last_at === null
                  ? "nothing read yet"
                  : `${write(one.last_value, "C", units)}, ${dateAndClock(one.last_at, plan.cure.zone)}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="button" onClick={() => setAsked("place")}>
          Put a thermometer in
        </button>
        <button type="button" className="button" onClick={() => setAsked("file")}>
          Read a logger file
        </button>
      </div>
      {asked === "place" && <PlaceSensor pour={pour} sensors={sensors} onClose={() => setAsked(null)} />}
      {asked === "file" && <LoggerFile view={view} sensors={here} onClose={() => setAsked(null)} />}
    </Part>
  );
}

interface PlaceProps {
  pour: PourView["pour"];
  sensors: readonly Sensor[];
  onClose: () => void;
}

function PlaceSensor({ pour, sensors, onClose }: PlaceProps) {
  const queries = useQueryClient();
  const free = sensors.filter(
    (one) => one.kind === "concrete" && one.pour_id !== pour.id && !one.name.startsWith("Read by hand"),
  );
  const [chosen, setChosen] = useState(free[0]?.id ?? "");
  const [name, setName] = useState("");
  const { refused, submit } = useSubmit(async () => {
    const sensor =
      chosen || (await take(client.POST("/api/sensors", { body: { name: name.trim(), kind: "concrete" } }))).id;
    await take(
      client.POST("/api/sensors/{sensor_id}/place", {
        params: { path: { sensor_id: sensor } },
        body: { pour_id: pour.id, at: pour.poured_at },
      }),
    );
    await queries.invalidateQueries({ queryKey: ["records"] });
  }, onClose);
  return (
    <Modal
      open
      title="A thermometer in the concrete"
      description="What it reads from the start of mixing on moves the hours of this pour."
      onClose={onClose}
    >
      <form className="space-y-3" onSubmit={submit}>
        <Select
          label="Thermometer"
          value={chosen}
          choices={[...free.map((one) => ({ value: one.id, text: one.name })), { value: "", text: "another one" }]}
          onChoose={setChosen}
        />
        {!chosen && (
          <label className="block">
            Name
            <input className="field" value={name} maxLength={60} onChange={(event) => setName(event.target.value)} />
          </label>
        )}
        {refused && <p role="alert">{refused}</p>}
        <button type="submit" className="button button-now w-full" disabled={!chosen && !name.trim()}>
          Put it in
        </button>
      </form>
    </Modal>
  );
}
