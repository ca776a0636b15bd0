import type { PiecePlan, Plan } from "@/api/client";
import { FigureButton, FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { short } from "../job/Rail";

/** What the forms of the job take: sheets, lumber, screws, sealant. */
export function ToHave({ plan }: { plan: Plan }) {
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

/** The form of one piece: its inside, its joints, what it bears. */
export function OneForm({ planned }: { planned: PiecePlan }) {
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
