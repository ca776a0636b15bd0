import type { Ground } from "@/api/client";
import { FigureLine } from "@/parts/Why";

/** What comes out of the ground and what goes in, for all castings of the piece. */
export function DigAndFill({ ground, count }: { ground: Ground; count: number }) {
  const { dig, sub_base, inside, isolation, bonding, channels, concrete, mats, powder } = ground;
  return (
    <section aria-label="Dig and fill">
      <h2 className="mb-1 text-lg font-bold">
        {count > 1 && ground.sections.length === 0 ? `Dig and fill, all ${count}` : "Dig and fill"}
      </h2>
      <dl>
        {dig && (
          <>
            <FigureLine label="Dig, depth" figure={dig.depth} />
            <FigureLine label="Dig, as it lies" figure={dig.volume} />
            <FigureLine label="Spoil, loose" figure={dig.spoil} />
            <FigureLine label="Spoil, in barrows" figure={dig.barrows} />
          </>
        )}
        {sub_base && (
          <>
            <FigureLine label="Sub-base, tamped" figure={sub_base.depth} />
            <FigureLine label="Stone, order loose" figure={sub_base.loose} />
            <FigureLine label="Stone, weight" figure={sub_base.mass} />
            <FigureLine label="Tamp" figure={sub_base.layers} />
          </>
        )}
        {inside && (
          <>
            <FigureLine label="Stone inside, tamped" figure={inside.compacted} />
            <FigureLine label="Stone inside, order loose" figure={inside.loose} />
            <FigureLine label="Stone inside, weight" figure={inside.mass} />
          </>
        )}
        {channels && (
          <>
            <FigureLine label="Channels, washed stone" figure={channels.stone} />
            <FigureLine label="Washed stone, weight" figure={channels.mass} />
            <FigureLine label="Washed stone, 25 kg" figure={channels.bags} />
          </>
        )}
        {concrete && <FigureLine label="Concrete, in barrows" figure={concrete} />}
        {mats && <FigureLine label="Stamp mats" figure={mats} />}
        {powder && <FigureLine label="Release powder" figure={powder} />}
        {bonding && <FigureLine label="Cement, bonding coat" figure={bonding} />}
        {isolation && <FigureLine label="Isolation strip" figure={isolation} />}
      </dl>
      {!dig && <p className="text-soft">Nothing is dug.</p>}
    </section>
  );
}
