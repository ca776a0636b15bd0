import { expect, test } from "vitest";
import { merged, rebased } from "./merged";

const job = {
  name: "Top",
  mix: { feel: "plastic", doses: [{ admixture: "oxide", percent: 1 }] },
  pieces: [
    {
      id: "top",
      features: [
        { id: "sink", x: 1, y: 2 },
        { id: "tap", x: 3, y: 4 },
      ],
    },
  ],
};
const withSink = (sink: object) => ({
  ...job,
  pieces: [{ id: "top", features: [{ id: "sink", ...sink }, job.pieces[0]?.features[1]] }],
});

test("an edit made while another was on its way keeps both", () => {
  const both = merged<unknown>(job, withSink({ x: 1, y: 20 }), withSink({ x: 10, y: 2 }));
  expect(both).toEqual(withSink({ x: 10, y: 20 }));
});

test("of one field the later hand wins", () => {
  expect(merged<unknown>(job, { ...job, name: "Bench" }, { ...job, name: "Table" })).toEqual({ ...job, name: "Bench" });
});

test("what one adds and what the other takes out stay so", () => {
  const list = (...ids: string[]) => ids.map((id) => ({ id }));
  expect(merged(list("a", "b"), list("a", "b", "mine"), list("b", "theirs"))).toEqual(list("b", "mine", "theirs"));
  expect(merged(list("a", "b"), list("a"), list("a", "b", "theirs"))).toEqual(list("a", "theirs"));
});

test("a list without ids is taken item by item where it is as long, and whole where not", () => {
  expect(merged([1, 2, 3], [1, 5, 3], [4, 2, 3])).toEqual([4, 5, 3]);
  expect(merged([1, 2], [1, 2, 3], [4, 2])).toEqual([1, 2, 3]);
});

test("a field that is taken away is gone, one that appeared meanwhile stays", () => {
  expect(merged<unknown>({ a: 1, b: 2 }, { a: 1 }, { a: 1, b: 2, c: 3 })).toEqual({ a: 1, c: 3 });
});

test("an edit that reads what it changes is made of what is there now", () => {
  type Stands = Record<string, { rests: string; load: number }>;
  const plain = { rests: "all over", load: 100 };
  const loaded = (now: Stands): Stands => ({ ...now, top: { ...plain, ...now.top, load: 50 } });
  expect(rebased<Stands, Stands>({}, loaded, { top: { rests: "at both ends", load: 100 } })).toEqual({
    top: { rests: "at both ends", load: 50 },
  });
});

test("an edit that brings along what it saw does not take back what changed since", () => {
  const moved = () => withSink({ x: 10, y: 2 });
  expect(rebased<unknown, unknown>(job, moved, withSink({ x: 1, y: 20 }))).toEqual(withSink({ x: 10, y: 20 }));
});
