import { readFileSync } from "node:fs";
import { describe, expect, it, test } from "vitest";
import times from "../../../tests/core/clock.json";
import cases from "../../../tests/core/written.json";
import { editable, otherUnits, shown, type Units } from "./length";
import { write, writeHours, writeRange } from "./quantity";
import { clock, day, dayAndClock, dayAndClockOrDate, fieldValue, momentOf, timeOfDay, writeFieldValue } from "./time";

// The core is held to the same table: what stands on the screen stands on paper.
test.each(cases as [number, string, Units, string][])("%d %s for %s is %s", (value, unit, units, written) => {
  expect(write(value, unit, units)).toBe(written);
});

// And so is what the core wrote by chance, where it runs these tests.
const byChance: [number, string, Units, string][] = process.env.ULBREK_WRITTEN
  ? JSON.parse(readFileSync(process.env.ULBREK_WRITTEN, "utf-8"))
  : [];
test.runIf(byChance.length)("what the core writes is written here", () => {
  const off = byChance.filter(([value, unit, units, written]) => write(value, unit, units) !== written);
  expect(off.map(([value, unit, units, written]) => [value, unit, written, write(value, unit, units)])).toEqual([]);
});

const plain = (text: string) => text.replaceAll("\u00a0", " ");

describe("a length", () => {
  it("is said as it was typed to the reader of its units", () => {
    expect(plain(shown({ mm: 1095.375, typed: '43 1/8"' }, "in"))).toBe("43 1/8″");
    expect(plain(shown({ mm: 1095.375, typed: '43 1/8"' }, "mm"))).toBe("1095 mm");
    expect(plain(shown({ mm: 620, typed: "62 cm" }, "mm"))).toBe("62 cm");
    expect(plain(shown({ mm: 635, typed: "2' 1\"" }, "in"))).toBe("2′ 1″");
  });

  it("without a unit is of the units that make it what it is", () => {
    expect(plain(shown({ mm: 620, typed: "620" }, "mm"))).toBe("620 mm");
    expect(plain(shown({ mm: 620, typed: "620" }, "in"))).toBe("24 13/32″");
    expect(plain(shown({ mm: 609.6, typed: "24" }, "in"))).toBe("24″");
  });

  it("is edited as it was typed, else as it is shown", () => {
    expect(plain(editable({ mm: 1095.375, typed: "43 1/8" }, "in"))).toBe("43 1/8");
    expect(plain(editable({ mm: 12.7, typed: null }, "in"))).toBe("1/2″");
    expect(plain(otherUnits(25.4, "mm"))).toBe("1″");
  });
});

test("a range says its unit once, and nothing twice", () => {
  expect(plain(writeRange(34.41, 35.84, "kg", "mm"))).toBe("34–36 kg");
  expect(plain(writeRange(1, 2, "bags", "mm"))).toBe("1–2 bags");
  expect(plain(writeRange(458, 462, "at most", "mm"))).toBe("455 mm");
  expect(plain(writeRange(2.001, 2.002, "MPa", "mm"))).toBe("2 MPa");
});

test.each([
  [0.5, "30 min"],
  [1.25, "75 min"],
  [30.4, "30 h"],
  [84, "3.5 days"],
])("%d hours are %s", (hours, written) => {
  expect(plain(writeHours(hours))).toBe(written);
});

describe("a moment", () => {
  it("is told by the clock of the place", () => {
    expect(dayAndClock("2026-11-24T08:00:00Z", "America/Toronto")).toBe("Tue 03:00");
    const now = Date.parse("2026-11-20T08:00:00Z");
    expect(dayAndClockOrDate("2026-11-24T08:00:00Z", "America/Toronto", now)).toBe("Tue 03:00");
    expect(dayAndClockOrDate("2027-01-14T12:00:00Z", "America/Toronto", now)).toBe("14 Jan");
    expect(clock("2026-07-01T23:30:00Z", "Europe/Dublin")).toBe("00:30");
    expect(day("2026-11-24")).toBe("24 Nov 2026");
  });

  test.each(times as [string, "24-hour" | "12-hour", string][])("%s on a %s clock is %s", (at, style, told) => {
    const [hour = "", minute = ""] = at.split(":");
    expect(timeOfDay(hour, minute, style)).toBe(told);
  });

  it("is written in a field as everywhere else", () => {
    expect(writeFieldValue("2026-11-24T16:30")).toBe("Tue 24 Nov 2026, 16:30");
  });

  it("comes back from a field as it went in, through summer time and back", () => {
    for (const zone of ["UTC", "Europe/Dublin", "America/Toronto", "Asia/Kolkata", "Australia/Lord_Howe"]) {
      for (let hour = 0; hour < 24 * 365; hour += 29) {
        const told = fieldValue(new Date(Date.UTC(2026, 0, 1, hour, 15)).toISOString(), zone);
        expect(fieldValue(momentOf(told, zone), zone)).toBe(told);
      }
    }
  });
});
