import type { Job, Plan, Schemas, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { NumberField } from "@/parts/NumberField";
import { FigureButton } from "@/parts/Why";

type Dose = Schemas["Dose"];
type Dosed = Plan["mix"]["doses"][number];

const MOST = 12;
const OF: Record<string, string> = { cement: "the cement", "dry mix": "the dry mix", bag: "a bag", m3: "a m³" };

/** What is dosed: percent, base and amount of each side by side; any one of them may be typed. */
export function DoseList({ job, shop, mix, editor }: { job: Job; shop: Shop; mix: Plan["mix"]; editor: Editor }) {
  const doses = job.mix.doses ?? [];
  const known = new Map((shop.admixtures ?? []).map((one) => [one.id, one]));
  const set = (next: readonly Dose[], what: string) => editor.change((now) => withField(now, "/mix/doses", next), what);

  return (
    <section aria-label="Doses">
      <h2 className="mb-1 text-lg font-bold">Doses</h2>
      {doses.length === 0 && <p className="text-soft">Nothing is dosed.</p>}
      <ul className="space-y-5">
        {doses.map((dose, index) => {
          const admixture = known.get(dose.admixture);
          const told = mix.doses.find((one) => one.index === index);
          const name = admixture?.name ?? dose.admixture;
          const change = (part: Partial<Dose>, what: string) =>
            set(
              doses.map((one, at) => (at === index ? { ...one, ...part } : one)),
              what,
            );
          const key = `${index} ${dose.admixture}`;
          return (
            <li key={key} className="border-l-4 border-line pl-3" data-dose={dose.admixture} aria-label={name}>
              <div className="flex flex-wrap items-center justify-between gap-2">
                <h3 className="font-bold">{name}</h3>
                <button
                  type="button"
                  className="button"
                  onClick={() =>
                    void set(
                      doses.filter((_, at) => at !== index),
                      `No ${name}`,
                    )
                  }
                >
                  Leave it out
                </button>
              </div>
              <div className="grid gap-x-8 sm:grid-cols-2 2xl:grid-cols-3">
                <NumberField
                  label="Percent"
                  unit="%"
                  value={dose.percent ?? null}
                  empty={told?.percent ? trim(told.percent.value) : "not a share"}
                  onKeep={(percent) => change({ percent }, `${name}: ${percent ?? "no"} %`)}
                />
                <Select
                  label="Of"
                  value={dose.base ?? admixture?.base ?? "cement"}
                  choices={["cement", "dry mix"]
                    .concat(admixture && !(admixture.base in SHARES) ? [admixture.base] : [])
                    .map((base) => ({ value: base, text: OF[base] ?? base }))}
                  onChoose={(base) =>
                    void change(
                      { base: base === admixture?.base ? null : (base as NonNullable<Dose["base"]>) },
                      `${name}: of ${base}`,
                    )
                  }
                />
                <NumberField
                  label="A bag"
                  unit="g"
                  value={dose.grams ?? null}
                  empty={told?.a_bag ? trim(told.a_bag.value) : "not known"}
                  onKeep={(grams) => change({ grams }, `${name}: ${grams ?? "no"} g a bag`)}
                />
              </div>
              {told && <Amounts told={told} />}
            </li>
          );
        })}
      </ul>
      {doses.length < MOST && (
        <div className="mt-3">
          <Select
            label="Add"
            value=""
            choices={[
              { value: "", text: "something that is dosed" },
              ...(shop.admixtures ?? []).map((one) => ({ value: one.id, text: one.name })),
            ]}
            onChoose={(id) => id && void set([...doses, { admixture: id } as Dose], `${known.get(id)?.name} is dosed`)}
          />
        </div>
      )}
    </section>
  );
}

const SHARES = { cement: true, "dry mix": true };

function Amounts({ told }: { told: Dosed }) {
  if (!told.a_bag) return <p className="text-soft">How much that is cannot be said: its base is not known.</p>;
  return (
    <p className="mt-1">
      <FigureButton figure={told.a_bag} /> a bag
      {told.percent && (
        <>
          , that is <FigureButton figure={told.percent} /> of {OF[told.base]}
        </>
      )}
      {told.a_batch && (
        <>
          . A batch takes <FigureButton figure={told.a_batch} />
        </>
      )}
      {told.packs_a_batch && (
        <>
          , <FigureButton figure={told.packs_a_batch} />
        </>
      )}
      {told.cup && (
        <>
          , a bag <FigureButton figure={told.cup} /> in a cup
        </>
      )}
      {told.spoons && (
        <>
          {" "}
          or <FigureButton figure={told.spoons} />
        </>
      )}
      {told.in_all && (
        <>
          . In all <FigureButton figure={told.in_all} />
        </>
      )}
      {told.packs && (
        <>
          , <FigureButton figure={told.packs} />
        </>
      )}
      {told.water && (
        <>
          . It brings <FigureButton figure={told.water} /> of water to each bag, and that counts
        </>
      )}
      .
    </p>
  );
}

function trim(value: number): string {
  return String(Number(value.toPrecision(3)));
}
