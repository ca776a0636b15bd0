import { expect, test } from "vitest";
import { applied } from "./changes";

const plan = {
  pieces: [{ form: { boards: [{ key: "left" }, { key: "right" }] }, steel: { bars: [] } }],
  workings: { "measure.area@top/1": 1, old: 2 },
};

test("parts are replaced where they stand, and what is not changed stays the same object", () => {
  const next = applied(plan, [
    ["/pieces/0/form/boards/1", { key: "back" }],
    ["/workings/measure.area@top~11", 5],
    ["/workings/old"],
  ]);
  expect(next.pieces[0]?.form.boards).toEqual([{ key: "left" }, { key: "back" }]);
  expect(next.workings).toEqual({ "measure.area@top/1": 5 });
  expect(next.pieces[0]?.steel).toBe(plan.pieces[0]?.steel);
  expect(next.pieces[0]?.form.boards[0]).toBe(plan.pieces[0]?.form.boards[0]);
  expect(plan.pieces[0]?.form.boards[1]).toEqual({ key: "right" });
});

test("nothing changed is the same document, and the whole may be replaced", () => {
  expect(applied(plan, [])).toBe(plan);
  expect(applied<unknown>(plan, [["", { pieces: [] }]])).toEqual({ pieces: [] });
});
