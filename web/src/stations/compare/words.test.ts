import { describe, expect, it } from "vitest";
import { textOf } from "./words";

const changed = { where: "Top", label: "Thickness", field: "thickness", how: "changed", unit: "mm" } as const;

describe("what a plan says otherwise", () => {
  it("is told in the reader’s units, and never alike", () => {
    expect(textOf({ ...changed, before: 38.1, after: 50.8 }, "in")).toBe("Thickness: 1\u00a01/2″ → 2″");
    const near = textOf({ ...changed, before: 40, after: 40.2 }, "mm").split(" → ");
    expect(near[0]?.replace("Thickness: ", "")).not.toBe(near[1]);
  });
  it("is told by its words where it is no number", () => {
    const cast = { ...changed, label: "Cast", field: "cast", unit: "" };
    expect(textOf({ ...cast, before: "face down", after: "face up" }, "mm")).toMatch(/^Cast: .+ → .+/);
    const hot = { ...cast, label: "Hot appliance", field: "hot", before: false, after: true };
    expect(textOf(hot, "mm")).toBe("Hot appliance: no → yes");
  });
  it("is told by its name where it was added, and plainly where one line does not hold it", () => {
    const hole = { ...changed, label: "Round hole", unit: "", how: "added", before: null, after: "Tap" } as const;
    expect(textOf(hole, "mm")).toBe("Round hole added: Tap");
    expect(textOf({ ...changed, label: "Outline", unit: "", before: null, after: null }, "mm")).toBe("Outline changed");
  });
});
