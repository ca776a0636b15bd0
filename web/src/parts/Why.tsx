import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import type { Figure } from "@/api/client";
import { shopQuery, useRules } from "@/api/queries";
import { figureQuery } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { besides, exactText, figureIndex, figureText, formulaText } from "./figures";
import { Modal } from "./Modal";
import { serials } from "./serials";
import { useMoney } from "./useMoney";

const OWN_RATIO = "materials.own_ratio";

const Ask = createContext<(key: string) => void>(() => undefined);

/** Any figure below it can be asked how it was worked out. */
export function WhyProvider({ plan, children }: { plan: object; children: ReactNode }) {
  const [trail, setTrail] = useState<string[]>([]);
  const figures = useMemo(() => figureIndex(plan), [plan]);
  const figure = figures.get(trail.at(-1) ?? "");
  const ask = useMemo(() => (key: string) => setTrail([key]), []);
  return (
    <Ask value={ask}>
      {children}
      {figure && (
        <WhyPanel
          figure={figure}
          onDeeper={(key) => setTrail([...trail, key])}
          onBack={trail.length > 1 ? () => setTrail(trail.slice(0, -1)) : undefined}
          onClose={() => setTrail([])}
        />
      )}
    </Ask>
  );
}

/** A figure that can be asked why. */
export function FigureButton({ figure, text }: { figure: Figure; text?: string }) {
  const ask = useContext(Ask);
  const { units } = usePreferences();
  const money = useMoney();
  return (
    <button
      type="button"
      className="figure relative text-right text-lg underline decoration-dotted decoration-1 underline-offset-4 after:absolute after:-inset-x-2 after:-inset-y-2"
      onClick={() => ask(figure.key)}
      data-figure={figure.key}
    >
      {text ?? (figure.unit === "price" ? money(figure.value) : figureText(figure, units))}
    </button>
  );
}

/** A line of the ticket: what it is, and its figure. */
export function FigureLine({ label, figure, text }: { label: string; figure: Figure; text?: string }) {
  const { units } = usePreferences();
  return (
    <div className="flex min-h-11 items-center justify-between gap-4 border-b border-line">
      <dt>{label}</dt>
      <dd className="shrink-0 whitespace-nowrap">
        <FigureButton
          figure={figure}
          {...(text === undefined && figure.unit === "price" ? {} : { text: text ?? besides(label, figure, units) })}
        />
      </dd>
    </div>
  );
}

interface PanelProps {
  figure: Figure;
  onDeeper: (key: string) => void;
  onBack: (() => void) | undefined;
  onClose: () => void;
}

function WhyPanel({ figure, onDeeper, onBack, onClose }: PanelProps) {
  const { units } = usePreferences();
  const money = useMoney();
  const page = useRules().get(figure.rule);
  if (!page) return null;
  const meanings = new Map(page.terms.map((term) => [term.name, term.meaning]));
  return (
    <Modal open title={page.title} description={page.reason} onClose={onClose}>
      <p className="figure text-3xl" data-why-value>
        {figure.unit === "price" ? money(figure.value) : exactText(figure, units)}
      </p>
      <p className="mt-3 text-soft">{formulaText(page, (name) => meanings.get(name) ?? name)}</p>
      <dl className="mt-3">
        {Object.entries(figure.inputs ?? {}).map(([name, input]) => {
          const deeper = input.figure;
          const text = input.unit === "price" ? money(input.value) : exactText(input, units);
          return (
            <div key={name} className="flex min-h-11 items-center justify-between gap-4 border-b border-line">
              <dt>{meanings.get(name) ?? "each item"}</dt>
              <dd className="figure text-right whitespace-nowrap">
                {deeper ? (
                  <button type="button" className="min-h-11 underline" onClick={() => onDeeper(deeper)}>
                    {text}
                  </button>
                ) : (
                  text
                )}
              </dd>
            </div>
          );
        })}
      </dl>
      {figure.rule === OWN_RATIO && <OwnRecords of={figure.key} />}
      <p className="mt-3 text-soft">Source: {page.source}.</p>
      <div className="mt-4 flex gap-3">
        {onBack && (
          <button type="button" className="button" onClick={onBack}>
            Back
          </button>
        )}
        <Link to="/rules" hash={page.id} className="button">
          Open in the rule book
        </Link>
      </div>
    </Modal>
  );
}

/** The pours that an own figure was found in, each leading to its record. */
function OwnRecords({ of }: { of: string }) {
  const { data: shop } = useQuery(shopQuery);
  const own = shop?.own?.find(
    (one) => of === `${OWN_RATIO}@${[one.quantity, one.mix, one.warmth, one.season].filter(Boolean).join("/")}`,
  );
  const group = {
    ...(own?.mix ? { mix: own.mix } : {}),
    ...(own?.warmth ? { warmth: own.warmth } : {}),
    ...(own?.season ? { season: own.season } : {}),
  };
  const { data } = useQuery({ ...figureQuery(own?.quantity ?? "set", group), enabled: own !== undefined });
  if (!own) return null;
  const found = new Set(own.pours);
  const records = data?.records.filter((one) => found.has(one.judged.evidence.pour)) ?? [];
  return (
    <>
      <p className="mt-3 font-semibold">Found in {own.castings} pours</p>
      <ul className="flex max-h-40 flex-wrap gap-x-4 overflow-y-auto">
        {records.map(({ judged: { evidence } }) => (
          <li key={evidence.pour}>
            <Link
              to="/pours/$pourId"
              params={{ pourId: evidence.pour }}
              className="inline-flex min-h-11 items-center underline"
            >
              {serials(evidence.serials)}
            </Link>
          </li>
        ))}
      </ul>
      <Link to="/known" search={{ of: own.quantity, ...group }} className="inline-flex min-h-11 items-center underline">
        Its records
      </Link>
    </>
  );
}
