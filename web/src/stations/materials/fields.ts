/** What is said of each kind of material, in the order in which it stands on a bag. */

export interface Field {
  key: string;
  label: string;
  as: "number" | "text" | "choice";
  unit?: string;
  /** A share that is typed in percent. */
  percent?: boolean;
  /** Shown where nothing is said; left out where something must be. */
  empty?: string;
  choices?: readonly string[];
}

const number = (key: string, label: string, unit?: string, empty?: string): Field => ({
  key,
  label,
  as: "number",
  ...(unit ? { unit } : {}),
  ...(empty ? { empty } : {}),
});
const text = (key: string, label: string): Field => ({ key, label, as: "text" });
const choice = (key: string, label: string, ...choices: string[]): Field => ({ key, label, as: "choice", choices });

const SOURCE = text("source", "Known from");
const PRICE = number("price", "Price", undefined, "not said");

export const MIX: readonly Field[] = [
  text("name", "Name"),
  choice("kind", "Kind", "concrete", "white concrete", "mortar", "sulfo-aluminate mortar"),
  { ...number("cement_share", "Cement in it", "%", "not known"), percent: true },
  number("stone_mm", "Largest stone", "mm"),
  choice("feel", "Made to be", "packed", "plastic", "flowing"),
  choice("gain", "Its cement is", "ordinary", "rapid", "sulfo-aluminate"),
  number("strength_28_least_mpa", "Strength at 28 days, at least", "MPa"),
  number("strength_28_most_mpa", "at most", "MPa"),
  number("workable_min", "Stiffens after, at 20 °C", "min"),
  number("initial_set_h", "Initial set at 20 °C", "h"),
  number("final_set_h", "Final set at 20 °C", "h"),
  SOURCE,
];

export const BAG: readonly Field[] = [
  text("name", "Bag"),
  number("dry_mass_kg", "Dry mass", "kg"),
  number("yield_l", "Yields", "l"),
  number("water_least_l", "Water, at least", "l"),
  number("water_most_l", "at most", "l"),
  PRICE,
];

/** A row of the table of strengths that a bag prints. */
export const TOLD: readonly Field[] = [
  number("hours", "After water in, at 20 °C", "h"),
  number("strength_mpa", "Strength", "MPa"),
];
export const MOST_TOLD = 3;

export const ADMIXTURE: readonly Field[] = [
  text("name", "Name"),
  choice("kind", "Kind", "pigment", "plasticiser", "fibre", "retarder", "polymer", "other"),
  choice("base", "Dosed by", "cement", "dry mix", "bag", "m3"),
  number("least", "At least"),
  number("usual", "Usual"),
  number("most", "At most"),
  { ...number("water_share", "Water in it", "%"), percent: true },
  { ...number("water_shift", "Its usual dose changes the water", "%"), percent: true },
  { ...number("set_shift", "and the time to set", "%"), percent: true },
  number("density_kg_l", "Density as poured", "kg/l"),
  number("spoon_g", "A level teaspoon", "g", "weighed"),
  number("pack_g", "A pack", "g", "not said"),
  PRICE,
  SOURCE,
];

export const INGREDIENT: readonly Field[] = [
  text("name", "Name"),
  choice("kind", "Kind", "cement", "sand", "stone"),
  number("density_kg_m3", "Density of its grains", "kg/m³"),
  number("bulk_kg_m3", "Filled into a bucket", "kg/m³"),
  number("largest_mm", "Largest grain", "mm"),
  number("fineness", "Fineness of a sand"),
  choice("gain", "A cement is", "ordinary", "rapid", "sulfo-aluminate"),
  number("pack_kg", "A pack", "kg"),
  PRICE,
  SOURCE,
];

export const STANDBY: readonly Field[] = [text("name", "Name"), number("volume_l", "Holds", "l")];
