import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import type { Job, PiecePlan, Plan, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { schoolsQuery, shopQuery } from "@/api/queries";
import { Choice, Select } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { LengthField } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";
import { Ways } from "@/parts/Ways";
import { FigureButton, FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { short } from "../job/Rail";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { Assembly } from "./Assembly";
import { CutPlan } from "./CutPlan";
import { FormDrawing } from "./FormDrawing";

const Apart = lazy(() => import("./Apart"));

type Seen = "form" | "apart" | "cuts" | "steps";

/** Form: the boards that make the piece, the sheets they are cut from, the steps in which they go together. */
export function FormStation({ editor }: StationProps) {
  const { job, plan } = editor.shown;
  const [index, setIndex] = useState(() => asked(job));
  const [seen, setSeen] = useState<Seen>("form");
  const { data: shop } = useQuery(shopQuery);
  const apply = useApply(editor);
  const piece = job.pieces[index] ?? job.pieces[0];
  const planned = plan.pieces[index] ?? plan.pieces[0];
  if (!piece || !planned) return null;
  const mirrored = piece.cast === "face down";
  const tools = (
    <>
      <PieceSelect job={job} index={index} onChoose={setIndex} />
      <Choice
        label="Seen"
        value={seen}
        choices={[
          { value: "form", text: "the form" },
          { value: "apart", text: "taken apart" },
          { value: "cuts", text: "its cuts" },
          { value: "steps", text: "step by step" },
        ]}
        onChoose={setSeen}
      />
    </>
  );
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "form")} onChange={apply} />
      </section>
      <ToHave plan={plan} />
      <OneForm planned={planned} />
      {shop && <Habits job={job} shop={shop} editor={editor} />}
      <AsCutList planned={planned} job={job} editor={editor} />
      <Care lines={plan.cutting.care} />
    </>
  );
  return (
    <Bench editor={editor} title="Form" tools={tools} ticket={ticket} findings={findingsOf(plan, "form")}>
      {seen === "form" && <FormDrawing planned={planned} mirrored={mirrored} />}
      {seen === "apart" && (
        <Suspense fallback={<p className="p-5">Taking it apart …</p>}>
          <Apart planned={planned} jobId={editor.kept.id} />
        </Suspense>
      )}
      {seen === "cuts" && <CutPlan editor={editor} shop={shop ?? null} />}
      {seen === "steps" && <Assembly planned={planned} mirrored={mirrored} />}
    </Bench>
  );
}

/** The piece that the address names, as the code on a label does; else the first. */
function asked(job: Job): number {
  const wanted = new URLSearchParams(location.search).get("piece");
  return Math.max(
    0,
    job.pieces.findIndex((piece) => piece.id === wanted),
  );
}

function ToHave({ plan }: { plan: Plan }) {
  const { cutting } = plan;
  return (
    <section aria-label="To have">
      <h2 className="mb-1 text-lg font-bold">To have</h2>
      <dl>
        <FigureLine label="Sheets" figure={cutting.sheet_count} />
        {cutting.kinds.map(
          (kind) => kind.cost && <FigureLine key={kind.sheet} label={`Price, ${kind.sheet_name}`} figure={kind.cost} />,
        )}
        {cutting.lumber && <FigureLine label={cutting.lumber.name} figure={cutting.lumber.count} />}
        <FigureLine label="Screws" figure={cutting.screws} />
        <FigureLine label="In boxes of 100" figure={cutting.boxes} />
        <FigureLine label="Sealant" figure={cutting.cartridges} />
        <FigureLine label="Tape" figure={cutting.rolls} />
      </dl>
      {cutting.kinds.map((kind) => (
        <p key={kind.sheet} className="mt-1">
          {kind.sheets.filter((one) => one.offcut === null).length} of {kind.sheet_name}, {kind.settings} settings of
          the fence
        </p>
      ))}
      <p className="mt-1 text-soft">
        {cutting.proven ? "Fewer sheets are not possible." : "A better layout may save a sheet."}
      </p>
    </section>
  );
}

const WAYS = { down: "down through the strip", up: "up through the base", in: "through the strip, into the base" };

function OneForm({ planned }: { planned: PiecePlan }) {
  const { units } = usePreferences();
  const { form } = planned;
  return (
    <section aria-label={`Form of ${planned.name}`}>
      <h2 className="mb-1 text-lg font-bold">{planned.name}</h2>
      <dl>
        {form.inside.slice(0, 2).map((side) => (
          <FigureLine key={side.edge} label={`Inside, ${side.edge}`} figure={side.made} />
        ))}
        <FigureLine label="Screws" figure={form.screw_count} />
        <FigureLine label="Bite" figure={form.joint.bite} />
        <FigureLine label="Pilot hole" figure={form.joint.pilot} />
        <FigureLine label="One screw holds" figure={form.joint.holds} />
        <FigureLine label="Push between two" figure={form.joint.push} />
        <FigureLine label="Beads" figure={form.consumed.joint_length} />
        {form.consumed.release && <FigureLine label="Release" figure={form.consumed.release} />}
        <FigureLine label="Side bows" figure={form.stiffness.side_bow} />
        <FigureLine label="Bearers, at most" figure={form.stiffness.bearer_spacing} />
        {form.stiffness.straps.map((strap) => (
          <FigureLine
            key={strap.height_mm}
            label={`Strap ${short(strap.height_mm, units)} above the floor`}
            figure={strap.pull}
          />
        ))}
        <FigureLine label="Boards weigh" figure={form.boards_mass} />
        <FigureLine label="1 mm a metre out of level" figure={form.out_of_level} />
      </dl>
      <p className="mt-2 text-soft">
        Screws {short(form.joint.screw_mm, units)} long, {WAYS[form.joint.way]};{" "}
        {short(form.joint.corner_screw_mm, units)} at the corners. {form.stiffness.bearers_mm.length} bearers under the
        base{form.stiffness.braces.length > 0 && `, ${form.stiffness.braces.length} braces along the sides`}.
      </p>
      {form.knockouts.map((one) => (
        <dl key={one.feature} className="mt-3" data-former-told={one.feature}>
          <dt className="font-bold">{one.name}</dt>
          <dd className="text-soft">
            {one.build}, {one.where}
            {one.layers && (
              <>
                , <FigureButton figure={one.layers} text={`${one.layers.value} layers`} /> of{" "}
                {writeLength(one.layer_mm, units)}
              </>
            )}
            {one.draft_deg > 0 && <>, narrowing by {one.draft_deg}°</>}.{" "}
            {one.uplift && (
              <>
                It lifts with <FigureButton figure={one.uplift} />
                {one.held && (
                  <>
                    , held by <FigureButton figure={one.held} />
                  </>
                )}
                {one.ballast && (
                  <>
                    ; by weight alone it takes <FigureButton figure={one.ballast} />
                  </>
                )}
                .{" "}
              </>
            )}
            {one.fill_step && one.fill_step.value < one.height_mm && (
              <>
                Never fill one side higher by more than <FigureButton figure={one.fill_step} />.{" "}
              </>
            )}
            {one.holding}
          </dd>
        </dl>
      ))}
    </section>
  );
}

type FormField = keyof NonNullable<Job["form"]>;

/** Fields where practitioners disagree; their ways come with their reasons. */
const SCHOOLS: readonly { field: FormField; label: string }[] = [
  { field: "corner", label: "Corners" },
  { field: "sides", label: "Sides" },
  { field: "fixing", label: "Held by" },
  { field: "curve", label: "Curved sides" },
  { field: "screwing", label: "Screwed" },
  { field: "heads", label: "Screw heads" },
  { field: "sealing", label: "Sealed with" },
  { field: "bare_edges", label: "Sawn edges" },
  { field: "release", label: "Release" },
  { field: "knockouts", label: "Knockouts" },
  { field: "saw", label: "Cut with" },
  { field: "grain", label: "Grain" },
  { field: "prefer", label: "Of two cut plans" },
];

const LENGTHS: readonly {
  field: FormField & keyof Shop["form_habits"];
  label: string;
  /** The saw that it is asked of; all where left out. */
  saw?: string;
}[] = [
  { field: "ledge", label: "Ledge of the base" },
  { field: "overrun", label: "Strips left long by" },
  { field: "screw_spacing", label: "Screws at most every" },
  { field: "bead_radius", label: "Bead radius" },
  { field: "trim", label: "Trimmed off sheets" },
  { field: "kerf", label: "Saw kerf" },
  { field: "rail", label: "Track, thickness", saw: "track saw" },
  { field: "guide_left", label: "Shoe to blade, left", saw: "hand-held saw along a guide" },
  { field: "guide_right", label: "Blade to shoe, right", saw: "hand-held saw along a guide" },
];

const HABIT = "habit";

function Habits({ job, shop, editor }: { job: Job; shop: Shop; editor: Editor }) {
  const set = (field: FormField, value: unknown, what: string) =>
    editor.change((now) => withField(now, `/form/${field}`, value), what);
  const { data: schools } = useQuery(schoolsQuery);
  const own = (job.form ?? {}) as Record<string, unknown>;
  const habits = (shop.form_habits ?? {}) as Record<string, unknown>;
  const named = (one: { id: string; name: string }) => ({ value: one.id, text: one.name });
  return (
    <section aria-label="How it is built">
      <h2 className="mb-1 text-lg font-bold">How it is built</h2>
      <Select
        label="Sheet"
        value={(own.sheet as string) ?? shop.sheets?.[0]?.id ?? ""}
        choices={(shop.sheets ?? []).map(named)}
        onChoose={(id) => void set("sheet", id, `Form from ${id}`)}
      />
      <Select
        label="Liner of curves and seams"
        value={(own.liner as string) ?? shop.liners?.[0]?.id ?? ""}
        choices={(shop.liners ?? []).map(named)}
        onChoose={(id) => void set("liner", id, `Liner: ${id}`)}
      />
      <Select
        label="Lumber of bearers and braces"
        value={(own.lumber as string) ?? shop.lumber?.[0]?.id ?? ""}
        choices={(shop.lumber ?? []).map(named)}
        onChoose={(id) => void set("lumber", id, `Lumber: ${id}`)}
      />
      <Select
        label="Foam"
        value={(own.foam as string) ?? shop.foams?.[0]?.id ?? ""}
        choices={(shop.foams ?? []).map(named)}
        onChoose={(id) => void set("foam", id, `Knockouts from ${id}`)}
      />
      <NumberField
        label="Forms of each piece"
        value={(own.forms as number) ?? 1}
        onKeep={(forms) => set("forms", forms, `${forms} forms of each piece`)}
      />
      <NumberField
        label="Side by side in one form"
        value={(own.side_by_side as number) ?? 1}
        onKeep={(count) => set("side_by_side", count ?? 1, `${count} side by side`)}
      />
      <Select
        label="Profiles are cast"
        value={(own.profile as string) ?? "auto"}
        choices={[
          { value: "auto", text: "as fits them" },
          { value: "lying", text: "lying" },
          { value: "on edge", text: "on edge" },
        ]}
        onChoose={(how) => void set("profile", how === "auto" ? null : how, `Profiles cast ${how}`)}
      />
      <Select
        label="Cast in"
        value={own.in_moulds ? "moulds" : "forms"}
        choices={[
          { value: "forms", text: "forms that are built" },
          { value: "moulds", text: "moulds that the shop has" },
        ]}
        onChoose={(what) => void set("in_moulds", what === "moulds", `Cast in ${what}`)}
      />
      {SCHOOLS.map(({ field, label }) => {
        const ways = schools?.form?.[field] ?? [];
        const usual = String(habits[field]);
        return (
          <div key={field}>
            <Select
              label={label}
              value={(own[field] as string) ?? HABIT}
              choices={[
                { value: HABIT, text: `as always: ${usual}` },
                ...ways.map(({ value }) => ({ value, text: value })),
              ]}
              onChoose={(chosen) => void set(field, chosen === HABIT ? null : chosen, `${label}: ${chosen}`)}
            />
            <Ways label={label} ways={ways} chosen={(own[field] as string) ?? usual} />
          </div>
        );
      })}
      {LENGTHS.filter(({ saw }) => !saw || saw === (own.saw ?? habits.saw)).map(({ field, label }) => {
        const length = (own[field] ?? habits[field]) as { mm: number; typed?: string | null } | undefined;
        return length ? (
          <LengthField
            key={field}
            label={label}
            length={{ mm: length.mm, typed: length.typed ?? null }}
            onKeep={(typed) => set(field, typed, label)}
          />
        ) : null;
      })}
    </section>
  );
}

/** Boards that came out otherwise than planned: what they were cut to, so that the plan says what they make. */
function AsCutList({ planned, job, editor }: { planned: PiecePlan; job: Job; editor: Editor }) {
  const asCut = job.form?.as_cut ?? {};
  const keep = (key: string, field: "length" | "height", value: unknown, what: string) =>
    editor.change((now) => {
      const all = { ...(now.form?.as_cut ?? {}) };
      all[key] = { length: null, height: null, ...all[key], [field]: value } as never;
      return withField(now, "/form/as_cut", all);
    }, what);
  return (
    <section aria-label="As it was cut">
      <h2 className="text-lg font-bold">As it was cut</h2>
      <p className="mb-1 text-soft">Measure each board once it is sawn; change what came out otherwise.</p>
      {planned.form.boards.map((board) => {
        const key = `${planned.id}.${board.key}`;
        const own = asCut[key];
        return (
          <div key={board.key}>
            <LengthField
              label={`${board.name}, length`}
              length={{ mm: board.length_cut_mm, typed: own?.length?.typed ?? null }}
              onKeep={(typed) => keep(key, "length", typed, `${board.name} cut`)}
            />
            <LengthField
              label={`${board.name}, ${board.key === "base" ? "width" : "height"}`}
              length={{ mm: board.height_cut_mm, typed: own?.height?.typed ?? null }}
              onKeep={(typed) => keep(key, "height", typed, `${board.name} cut`)}
            />
          </div>
        );
      })}
    </section>
  );
}
