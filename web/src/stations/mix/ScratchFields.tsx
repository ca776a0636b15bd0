import type { Job, Plan, Schemas, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { NumberField } from "@/parts/NumberField";
import { FigureLine } from "@/parts/Why";

type Scratch = Schemas["Scratch"];

const BAGS = "in bags";
const WAYS = ["parts by volume", "parts by mass", "absolute volumes"] as const;
const SLUMPS = ["25 to 50 mm", "75 to 100 mm", "150 to 175 mm"] as const;
const NONE = "none, a mortar";

/** Where the mix comes from: bags, or cement, sand and stone by one of three ways. */
export function ScratchFields({ job, shop, editor }: { job: Job; shop: Shop; editor: Editor }) {
  const wanted = job.mix.scratch ?? null;
  const of = (kind: string) => (shop.ingredients ?? []).filter((one) => one.kind === kind);
  const named = (one: { id: string; name: string }) => ({ value: one.id, text: one.name });
  const plain = (text: string) => ({ value: text, text });
  const set = (next: Scratch | null, what: string) =>
    editor.change((now) => withField(now, "/mix/scratch", next), what);
  const change = (part: Partial<Scratch>, what: string) => set(wanted && { ...wanted, ...part }, what);

  function choose(way: string) {
    if (way === BAGS) return void set(null, "It comes in bags");
    const [cement, sand, stone] = [of("cement")[0], of("sand")[0], of("stone")[0]];
    if (!cement || !sand) return;
    const begun = wanted ?? ({ cement: cement.id, sand: sand.id, stone: stone?.id ?? null } as Scratch);
    void set({ ...begun, by: way as Scratch["by"] }, `From scratch, ${way}`);
  }

  return (
    <section aria-label="Where it comes from">
      <h2 className="mb-1 text-lg font-bold">Where it comes from</h2>
      <div className="grid gap-x-8 sm:grid-cols-2">
        <Select
          label="It comes"
          value={wanted ? (wanted.by ?? WAYS[0]) : BAGS}
          choices={[plain(BAGS), ...WAYS.map((way) => ({ value: way, text: `from scratch, ${way}` }))]}
          onChoose={choose}
        />
        {wanted && (
          <>
            <Select
              label="Cement"
              value={wanted.cement}
              choices={of("cement").map(named)}
              onChoose={(cement) => void change({ cement }, `Cement: ${cement}`)}
            />
            <Select
              label="Sand"
              value={wanted.sand}
              choices={of("sand").map(named)}
              onChoose={(sand) => void change({ sand }, `Sand: ${sand}`)}
            />
            <Select
              label="Stone"
              value={wanted.stone ?? NONE}
              choices={[plain(NONE), ...of("stone").map(named)]}
              onChoose={(stone) => void change({ stone: stone === NONE ? null : stone }, `Stone: ${stone}`)}
            />
            {wanted.by !== "absolute volumes" && (
              <>
                <NumberField
                  label="Sand to one of cement"
                  value={wanted.sand_part ?? 2}
                  onKeep={(part) => change({ sand_part: part ?? 0 }, `1 to ${part} of sand`)}
                />
                {wanted.stone && (
                  <NumberField
                    label="Stone to one of cement"
                    value={wanted.stone_part ?? 3}
                    onKeep={(part) => change({ stone_part: part ?? 0 }, `1 to ${part} of stone`)}
                  />
                )}
              </>
            )}
            {wanted.by === "absolute volumes" && (
              <Select
                label="Slump"
                value={wanted.slump ?? SLUMPS[1]}
                choices={SLUMPS.map((value) => ({ value, text: value }))}
                onChoose={(slump) => void change({ slump }, `Slump ${slump}`)}
              />
            )}
            <NumberField
              label="Water to cement"
              value={wanted.water_cement ?? 0.45}
              onKeep={(ratio) => change({ water_cement: ratio ?? 0 }, `Water to cement ${ratio}`)}
            />
            <NumberField
              label="Air"
              unit="%"
              value={wanted.air_percent ?? 2}
              onKeep={(air) => change({ air_percent: air ?? 0 }, `Air ${air} %`)}
            />
            <NumberField
              label="Water in the sand"
              unit="%"
              value={wanted.sand_moisture ?? 0}
              onKeep={(wet) => change({ sand_moisture: wet ?? 0 }, `Sand ${wet} % wet`)}
            />
            <NumberField
              label="Water in the stone"
              unit="%"
              value={wanted.stone_moisture ?? 0}
              onKeep={(wet) => change({ stone_moisture: wet ?? 0 }, `Stone ${wet} % wet`)}
            />
          </>
        )}
      </div>
    </section>
  );
}

/** What is weighed out for one pack of cement, and what is in a cubic metre. */
export function Weighed({ mix }: { mix: Plan["mix"] }) {
  const { scratch } = mix;
  if (!scratch) return null;
  return (
    <section aria-label="Weighed out">
      <h2 className="mb-1 text-lg font-bold">
        To {scratch.measure_kg} kg of {scratch.cement_name.toLowerCase()}, weighed out
      </h2>
      <dl className="grid gap-x-8 sm:grid-cols-2">
        <FigureLine label={scratch.sand_name} figure={scratch.sand_damp} />
        {scratch.stone_damp && <FigureLine label={scratch.stone_name} figure={scratch.stone_damp} />}
        <FigureLine label="Water to add, in all" figure={scratch.water_added} />
        <FigureLine label="Strength at 28 days, about" figure={scratch.strength} />
      </dl>
      <h3 className="mt-2 font-bold">In a cubic metre, dry</h3>
      <dl className="grid gap-x-8 sm:grid-cols-2">
        <FigureLine label={scratch.cement_name} figure={scratch.cement} />
        <FigureLine label={scratch.sand_name} figure={scratch.sand} />
        {scratch.stone && <FigureLine label={scratch.stone_name} figure={scratch.stone} />}
        <FigureLine label="Water" figure={scratch.water} />
      </dl>
    </section>
  );
}
