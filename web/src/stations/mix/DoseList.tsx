import type { Plan, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { listAt } from "@/api/lists";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { mostOf, specOf } from "@/parts/specs";
import { FigureButton } from "@/parts/Why";

type Dosed = Plan["mix"]["doses"][number];

const SHARES = ["cement", "dry mix"];
const OF: Record<string, string> = { cement: "the cement", "dry mix": "the dry mix", bag: "a bag", m3: "a m³" };

/** Admixtures: percent, base and amount of each side by side; any one of them may be typed. */
export function DoseList({ shop }: { shop: Shop }) {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const { doses } = job.mix;
  const list = listAt(editor, "/mix/doses");
  const nameOf = (id: string) => shop.admixtures.find((one) => one.id === id)?.name ?? id;
  return (
    <section aria-label="Admixtures">
      <h2 className="mb-1 text-lg font-bold">Admixtures</h2>
      {doses.length === 0 && <p className="text-soft">None.</p>}
      <ul className="space-y-5">
        {doses.map((dose, index) => {
          const name = nameOf(dose.admixture);
          const key = `${index} ${dose.admixture}`;
          const told = plan.mix.doses.find((one) => one.index === index);
          return (
            <li key={key} className="border-l-4 border-line pl-3" data-dose={dose.admixture} aria-label={name}>
              <div className="flex flex-wrap items-center justify-between gap-2">
                <h3 className="font-bold">{name}</h3>
                <button type="button" className="button" onClick={() => void list.remove(index, `Removed ${name}`)}>
                  Remove
                </button>
              </div>
              <DoseFields shop={shop} index={index} name={name} told={told} />
              {told && <Amounts told={told} />}
            </li>
          );
        })}
      </ul>
      {doses.length < mostOf("MixInputs", "doses") && (
        <div className="mt-3">
          <Select
            label="Add"
            value=""
            choices={[
              { value: "", text: "choose an admixture" },
              ...shop.admixtures.map((one) => ({ value: one.id, text: one.name })),
            ]}
            onChoose={(id) => id && void list.add({ admixture: id }, `Added ${nameOf(id)}`)}
          />
        </div>
      )}
    </section>
  );
}

interface FieldsProps {
  shop: Shop;
  index: number;
  name: string;
  told: Dosed | undefined;
}

function DoseFields({ shop, index, name, told }: FieldsProps) {
  const editor = useJobEditor();
  const admixture = shop.admixtures.find((one) => one.id === editor.shown.job.mix.doses[index]?.admixture);
  const place = { at: `/mix/doses/${index}`, whose: name };
  const bases = admixture && !SHARES.includes(admixture.base) ? [...SHARES, admixture.base] : SHARES;
  return (
    <div className="fields 2xl:grid-cols-3">
      <DocField
        {...place}
        spec={specOf("Dose", "percent")}
        none={told?.percent ? trim(told.percent.value) : undefined}
      />
      <DocField
        {...place}
        spec={specOf("Dose", "base")}
        usual={admixture?.base}
        choices={bases.map((base) => ({ value: base, text: OF[base] ?? base }))}
      />
      <DocField {...place} spec={specOf("Dose", "grams")} none={told?.a_bag ? trim(told.a_bag.value) : undefined} />
    </div>
  );
}

function Amounts({ told }: { told: Dosed }) {
  if (!told.a_bag) return <p className="text-soft">Cannot be worked out: the cement content is not known.</p>;
  return (
    <p className="mt-1">
      <FigureButton figure={told.a_bag} /> a bag
      {told.percent && (
        <>
          {" "}
          (<FigureButton figure={told.percent} /> of {OF[told.base]})
        </>
      )}
      {told.a_batch && (
        <>
          ; <FigureButton figure={told.a_batch} />
        </>
      )}
      {told.packs_a_batch && (
        <>
          , <FigureButton figure={told.packs_a_batch} />
        </>
      )}
      {told.a_batch && " a batch"}
      {told.cup && (
        <>
          ; about <FigureButton figure={told.cup} /> a bag by cup
        </>
      )}
      {told.spoons && (
        <>
          , or <FigureButton figure={told.spoons} />
        </>
      )}
      {told.in_all && (
        <>
          . Total <FigureButton figure={told.in_all} />
        </>
      )}
      {told.packs && (
        <>
          , <FigureButton figure={told.packs} />
        </>
      )}
      {told.water && (
        <>
          . Its <FigureButton figure={told.water} /> of water a bag is counted
        </>
      )}
      .
    </p>
  );
}

function trim(value: number): string {
  return String(Number(value.toPrecision(3)));
}
