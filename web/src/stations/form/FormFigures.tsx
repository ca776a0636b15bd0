import type { Form, PiecePlan, Plan } from "@/api/client";
import { useFill } from "@/parts/useFill";
import { valueWords } from "@/parts/values";
import { FigureButton, FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { short } from "../job/Rail";

/** What the forms of the job take: sheets, lumber, screws, sealant. */
export function ToHave({ plan }: { plan: Plan }) {
  const { cutting } = plan;
  return (
    <section aria-label="What you need">
      <h2 className="mb-1 text-lg font-bold">What you need</h2>
      <dl>
        {cutting.sheet_count.value > 0 && <FigureLine label="Sheets" figure={cutting.sheet_count} />}
        {cutting.side_lengths && <FigureLine label="Lumber for sides" figure={cutting.side_lengths} />}
        {cutting.kinds.map(
          (kind) => kind.cost && <FigureLine key={kind.sheet} label={`Cost, ${kind.sheet_name}`} figure={kind.cost} />,
        )}
        {cutting.lumber && <FigureLine label={cutting.lumber.name} figure={cutting.lumber.count} />}
        {cutting.screws.value > 0 && <FigureLine label="Screws" figure={cutting.screws} />}
        {cutting.boxes.value > 0 && <FigureLine label="Boxes of screws" figure={cutting.boxes} />}
        {cutting.cartridges.value > 0 && <FigureLine label="Sealant" figure={cutting.cartridges} />}
        {cutting.rolls.value > 0 && <FigureLine label="Tape" figure={cutting.rolls} />}
      </dl>
      {cutting.kinds.map((kind) => (
        <p key={kind.sheet} className="mt-1">
          {kind.sheets.filter((one) => one.offcut === null).length} of {kind.sheet_name}
          {kind.settings > 0 && `, ${kind.settings} fence ${kind.settings === 1 ? "setting" : "settings"}`}
        </p>
      ))}
      <p className="mt-1 text-soft">{cutting.proven ? "The fewest possible." : "A better layout may save a sheet."}</p>
    </section>
  );
}

const WAYS = {
  down: "from above",
  up: "from below",
  in: "through the side, into the base",
  stake: "two through each stake, into the side",
};
// Under this it is not worth a word.
const LEAST_SHOWN_N = 20;

/** The form of one piece: its inside, its joints, what it bears. */
export function OneForm({ planned }: { planned: PiecePlan }) {
  const fill = useFill();
  const { units } = usePreferences();
  const { form } = planned;
  const screwed = form.screw_count.value > 0;
  return (
    <section aria-label={`Form of ${planned.name}`}>
      <h2 className="mb-1 text-lg font-bold">{planned.name}</h2>
      <dl>
        {form.inside.slice(0, 2).map((side) => (
          <FigureLine key={side.edge} label={`Inside, ${side.edge.replaceAll("-", " ")}`} figure={side.made} />
        ))}
        {screwed && <FigureLine label="Screws" figure={form.screw_count} />}
        {screwed && <FigureLine label="Embedment" figure={form.joint.bite} />}
        {screwed && <FigureLine label="Pilot hole" figure={form.joint.pilot} />}
        {!form.on_ground && <FigureLine label="Screw capacity" figure={form.joint.holds} />}
        {!form.on_ground && <FigureLine label="Load per screw" figure={form.joint.push} />}
        {!form.on_ground && <FigureLine label="Sealant bead" figure={form.consumed.joint_length} />}
        {form.consumed.release && <FigureLine label="Release agent" figure={form.consumed.release} />}
        <FigureLine label="Side deflection" figure={form.stiffness.side_bow} />
        {form.stiffness.riser_push && <FigureLine label="Push on a riser" figure={form.stiffness.riser_push} />}
        {form.stiffness.riser_push && (
          <FigureLine label="Risers braced, at most" figure={form.stiffness.brace_spacing} />
        )}
        {form.stiffness.bearer_spacing && (
          <FigureLine label="Bearer spacing, at most" figure={form.stiffness.bearer_spacing} />
        )}
        {form.stiffness.stake_spacing && (
          <FigureLine label="Stake spacing, at most" figure={form.stiffness.stake_spacing} />
        )}
        {form.stiffness.curve_stake_spacing && (
          <FigureLine label="Behind curves, at most" figure={form.stiffness.curve_stake_spacing} />
        )}
        {form.stiffness.straps.map((strap) => (
          <FigureLine
            key={strap.height_mm}
            label={`Strap ${short(strap.height_mm, units)} above the base`}
            figure={strap.pull}
          />
        ))}
        <FigureLine label="Form weight" figure={form.boards_mass} />
        <FigureLine label="Thickness error from level" figure={form.out_of_level} />
      </dl>
      <p className="mt-2 text-soft">
        {screwed &&
          `Screws ${write(form.joint.screw_mm, "screw", units)} long, ${WAYS[form.joint.way]}; ` +
            `${write(form.joint.corner_screw_mm, "screw", units)} at the corners. `}
        <Under form={form} />
      </p>
      {form.bridges.map((one) => (
        <dl key={one.number} className="mt-3">
          <dt className="font-bold">Bridge {one.number}</dt>
          <dd className="text-soft">
            <FigureButton figure={one.length} /> from {one.runs}, middle {writeLength(one.off_mm, units)} from the{" "}
            {one.runs === "front to back" ? "left" : "front"}
            {one.split && ", ripped in two along its holes"}. From the {one.runs === "front to back" ? "front" : "left"}
            :{" "}
            {one.holes
              .map(
                (hole) =>
                  `${hole.name} at ${writeLength(hole.at_mm, units)} (hole ${writeLength(hole.hole_mm, units)})`,
              )
              .join(", ")}
            .
          </dd>
        </dl>
      ))}
      {form.knockouts.map((one) => (
        <dl key={one.feature} className="mt-3" data-former-told={one.feature}>
          <dt className="font-bold">{one.name}</dt>
          <dd className="text-soft">
            {valueWords(one.build)}
            {one.where !== "beside" &&
              `, ${form.on_ground && one.where === "on the base" ? "on the ground" : valueWords(one.where)}`}
            {one.layers && (
              <>
                , <FigureButton figure={one.layers} /> of {writeLength(one.layer_mm, units)}
              </>
            )}
            {one.draft_deg > 0 && <>, draft {one.draft_deg}°</>}.{" "}
            {one.uplift && one.uplift.value >= LEAST_SHOWN_N && (
              <>
                Uplift <FigureButton figure={one.uplift} />
                {one.held && (
                  <>
                    , hold-down <FigureButton figure={one.held} />
                  </>
                )}
                {one.ballast && (
                  <>
                    {one.held ? "; or ballast of " : "; ballast of "}
                    <FigureButton figure={one.ballast} />
                  </>
                )}
                .{" "}
              </>
            )}
            {one.fill_step && one.fill_step.value < one.height_mm && (
              <>
                Keep the fill on both sides within <FigureButton figure={one.fill_step} />.{" "}
              </>
            )}
            {fill(one.holding)}
            {one.set_out && <SetOutLine at={one.set_out} />}
          </dd>
        </dl>
      ))}
    </section>
  );
}

/** What the form stands on, and what stands round it. */
function Under({ form }: { form: Form }) {
  const { units } = usePreferences();
  const { bearers_mm, braces, battens, stakes } = form.stiffness;
  if (!form.on_ground) {
    return (
      <>
        {bearers_mm.length} bearers under the base
        {braces.length > 0 && `, ${braces.length} braces along the sides`}.
      </>
    );
  }
  const stake = battens.find((one) => one.key === "stake");
  const inside = battens.find((one) => one.key === "box stake");
  const struts = battens.find((one) => one.key === "strut");
  return (
    <>
      No base: {stakes.length} stakes along the sides
      {stake && `, ${writeLength(stake.length.value, units, "cut")} long`}
      {inside && `, ${inside.count} more inside boxes`}
      {struts && `, each with a strut to a second one: ${stake?.count} stakes in all`}.
    </>
  );
}

/** Where something stands in the form, from the inner faces of its sides, as the form lies. */
function SetOutLine({ at }: { at: NonNullable<Form["knockouts"][number]["set_out"]> }) {
  const { units } = usePreferences();
  const from = [
    { side: "left", mm: at.left_mm },
    { side: "right", mm: at.right_mm },
    { side: "front", mm: at.front_mm },
    { side: "back", mm: at.back_mm },
  ];
  return (
    <span className="block text-ink" data-set-out>
      {at.to_centre ? "Centre" : "Edges"} as the form lies:{" "}
      {from.map(({ side, mm }) => `${side} ${writeLength(mm, units)}`).join(", ")}.
    </span>
  );
}
