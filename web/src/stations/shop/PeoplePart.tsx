import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { client, Refused, type Schemas, type Shop, take } from "@/api/client";
import { useMay } from "@/api/me";
import { membersQuery } from "@/api/records";
import { memberPath } from "@/api/shop";
import { Choice } from "@/parts/Choice";
import { problemProps } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { entryOf, write } from "@/units/quantity";

type Member = Schemas["Member"];
const AT_BEST_KG = 25;
const UNIT_CHOICES: readonly { value: Units; text: string }[] = [
  { value: "mm", text: "mm" },
  { value: "in", text: "inches" },
];

/** Who works here: what each may lift, in which units they read, when they are there. */
export function PeoplePart({ shop }: { shop: Shop }) {
  const { units } = usePreferences();
  const { data: members = [] } = useQuery(membersQuery);
  const queries = useQueryClient();
  const [asked, setAsked] = useState<Member | "new" | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const edits = useMay()("POST /api/members");
  const anybody = write(shop.one_person_lifts_kg, "allowed", units);
  return (
    <section aria-label="People">
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 className="flex-1 text-xl font-bold max-sm:basis-full">People</h2>
        {edits && (
          <button type="button" className="button button-now" onClick={() => setAsked("new")}>
            Add a person
          </button>
        )}
      </div>
      <p className="max-w-prose text-soft">
        Who is chosen for a job on Move lifts by their own figure; a team shares its load evenly, so the weakest counts.
        The guideline for one person is {write(AT_BEST_KG, "allowed", units)}, close to the body and at the waist; with
        arms out or a twist much less. Whoever is hurt or unsure lifts nothing.
      </p>
      {refused && <p role="alert">{refused}</p>}
      {members.length === 0 && <p className="mt-3 border-t-2 border-ink py-8 text-lg">Nobody is on the list yet.</p>}
      <ul className="mt-3 border-t-2 border-ink">
        {members.map((member) => (
          <li
            key={member.id}
            aria-label={member.name}
            className="flex flex-wrap items-center gap-x-4 border-b border-line py-2"
          >
            <div className="min-w-0 flex-1 max-sm:basis-full">
              <h3 className="font-bold">{member.name}</h3>
              <p>
                {member.lifts_kg == null
                  ? `lifts ${anybody}, as the shop says`
                  : `lifts ${write(member.lifts_kg, "allowed", units)}`}
                {` · ${there(member)} · reads ${member.units === "in" ? "inches" : "mm"}`}
              </p>
            </div>
            {edits && (
              <>
                <button
                  type="button"
                  className="min-h-11 underline"
                  aria-label={`Edit ${member.name}`}
                  onClick={() => setAsked(member)}
                >
                  Edit
                </button>
                <button
                  type="button"
                  className="min-h-11 underline"
                  aria-label={`Remove ${member.name}`}
                  onClick={() =>
                    void take(client.POST("/api/members/{member_id}/archive", memberPath(member.id)))
                      .then(() => setRefused(null))
                      .catch((error: Error) => setRefused(error.message))
                      .finally(() => queries.invalidateQueries())
                  }
                >
                  Remove
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
      {asked && <PersonDialog {...(asked === "new" ? {} : { member: asked })} onClose={() => setAsked(null)} />}
    </section>
  );
}

function there({ there_from, there_until }: Member): string {
  const [from, until] = [there_from?.slice(0, 5), there_until?.slice(0, 5)];
  if (from && until) return `there ${from} to ${until}`;
  if (from) return `there from ${from}`;
  return until ? `there until ${until}` : "there any time";
}

function PersonDialog({ member, onClose }: { member?: Member; onClose: () => void }) {
  const preferences = usePreferences();
  const queries = useQueryClient();
  const kept = member?.units ?? preferences.units;
  const [told, setTold] = useState({
    name: member?.name ?? "",
    lifts: member?.lifts_kg == null ? "" : String(entryOf("kg", kept).show(member.lifts_kg)),
    there_from: member?.there_from?.slice(0, 5) ?? "",
    there_until: member?.there_until?.slice(0, 5) ?? "",
  });
  const [units, setUnits] = useState<Units>(kept);
  const [refused, setRefused] = useState<Refused | null>(null);

  async function save(event: FormEvent) {
    event.preventDefault();
    const typed = told.lifts.trim();
    const same =
      member?.lifts_kg != null && units === kept && typed === String(entryOf("kg", kept).show(member.lifts_kg));
    const body = {
      name: told.name.trim(),
      units,
      lifts: same ? (member.lifts_kg ?? null) : typed === "" ? null : typed,
      there_from: told.there_from || null,
      there_until: told.there_until || null,
    };
    try {
      await (member
        ? take(client.PUT("/api/members/{member_id}", { ...memberPath(member.id), body }))
        : take(client.POST("/api/members", { body })));
      await queries.invalidateQueries();
      onClose();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error);
    }
  }

  const problem = (field: string) => {
    const found = refused?.problems.find((one) => one.field === `/${field}`);
    return found ? `${found.problem} ${found.remedy}` : null;
  };
  const field = (key: keyof typeof told, label: string, type = "text", hint = "") => (
    <label className="block font-semibold" data-field={`/${key}`}>
      {label}
      <input
        type={type}
        className="field font-normal"
        maxLength={80}
        autoComplete="off"
        value={told[key]}
        {...problemProps(`person-${key}`, problem(key))}
        onChange={(event) => setTold({ ...told, [key]: event.target.value })}
      />
      {hint && <span className="block font-normal text-soft">{hint}</span>}
      {problem(key) && (
        <span id={`person-${key}`} role="alert" className="block border-l-4 border-stop pl-2 font-normal">
          {problem(key)}
        </span>
      )}
    </label>
  );
  const guide = `Guideline ${write(AT_BEST_KG, "allowed", units)}; empty: as the shop says`;
  return (
    <Modal open title={member ? member.name : "Add a person"} onClose={onClose}>
      <form className="space-y-3" onSubmit={save} onKeyDown={(event) => event.stopPropagation()}>
        {field("name", "Name or role")}
        <Choice label="Units" value={units} choices={UNIT_CHOICES} onChoose={setUnits} />
        {field("lifts", `May lift alone, ${entryOf("kg", units).name}`, "text", guide)}
        <div className="grid grid-cols-2 gap-3">
          {field("there_from", "There from", "time")}
          {field("there_until", "There until", "time")}
        </div>
        {refused && refused.problems.length === 0 && <p role="alert">{refused.message}</p>}
        <div className="flex gap-3">
          <button type="submit" className="button button-now flex-1">
            Save
          </button>
          <button type="button" className="button" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </Modal>
  );
}
