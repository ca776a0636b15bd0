import { useEffect, useRef, useState } from "react";
import {
  BufferGeometry,
  DoubleSide,
  EdgesGeometry,
  ExtrudeGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshStandardMaterial,
  Shape,
  ShapeUtils,
  type Vector2,
  Vector3,
} from "three";
import type { Form, PiecePlan, Plan } from "@/api/client";
import { extentOf } from "@/drawing/extent";
import { type Stage, stage } from "@/drawing/stage";
import { letterOf, letterOn } from "./letters";

/** How far an edge must turn to be drawn as a line [°]. */
const CREASE_DEG = 25;
/** How far apart it is taken, as a share of the form's size. */
const FARTHEST = 0.55;
const STEP = 5;
const CURVE_PARTS = 24;
const SAME_MM = 1e-4;

type Path = readonly number[];

interface Thing {
  key: string;
  name: string;
  paths: readonly Path[];
  /** Its outlines at its upper end, where it leans or narrows. */
  heads?: readonly Path[] | undefined;
  /** How high its upper face stands over each corner, where it slopes. */
  tops?: readonly number[] | undefined;
  /** By how much its lower face lies under that, where it follows. */
  thick?: number | undefined;
  low: number;
  high: number;
  colour: string;
  /** Where it goes when the form is taken apart, as shares of how far it is taken apart. */
  way: [number, number, number];
}

interface Props {
  planned: PiecePlan;
  cutting: Plan["cutting"];
  jobId: string;
}

/** The form in the round, taken apart and put together by a slider; each board by its letter, each former by its name. */
export default function Apart({ planned, cutting, jobId }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const [apart, setApart] = useState(60);
  const [labels, setLabels] = useState<{ key: string; text: string; x: number; y: number }[]>([]);
  const scene = useRef<{
    stage: Stage;
    groups: { thing: Thing; group: Group; middle: Vector3 }[];
    size: number;
  } | null>(null);
  const now = useRef(apart);
  const { form } = planned;

  useEffect(() => {
    const holder = place.current;
    if (!holder) return;
    const things = thingsOf(form, letterOf(cutting));
    const size = Math.max(...form.boards.map((board) => Math.max(board.dx_mm, board.dy_mm)));
    const whole = new Group();
    const groups = things.map((thing) => {
      const group = bodyOf(thing);
      whole.add(group);
      return { thing, group, middle: middleOf(thing) };
    });
    spread(groups, size, FARTHEST);
    const made = stage(holder, whole, "3D view of the form.", ({ camera }) => {
      const { clientWidth, clientHeight } = holder;
      setLabels(
        groups.map(({ thing, group, middle }) => {
          const at = middle.clone().add(group.position).project(camera);
          return {
            key: thing.key,
            text: thing.name,
            x: ((at.x + 1) / 2) * clientWidth,
            y: ((1 - at.y) / 2) * clientHeight,
          };
        }),
      );
    });
    scene.current = { stage: made, groups, size };
    spread(groups, size, (FARTHEST * now.current) / 100);
    made.draw();
    return () => {
      scene.current = null;
      made.dispose();
    };
  }, [form, cutting]);

  useEffect(() => {
    now.current = apart;
    const seen = scene.current;
    if (!seen) return;
    spread(seen.groups, seen.size, (FARTHEST * apart) / 100);
    seen.stage.draw();
  }, [apart]);

  return (
    <div className="flex h-full min-h-96 flex-col">
      <div className="relative min-h-72 flex-1 overflow-hidden">
        <div ref={place} className="absolute inset-0" data-apart={apart} />
        {apart > 20 &&
          clear(labels).map(({ key, text, x, y }) => (
            <span
              key={key}
              data-label={key}
              className="figure pointer-events-none absolute -translate-x-1/2 -translate-y-1/2 bg-paper px-1.5 text-base leading-6 whitespace-nowrap"
              style={{ left: x, top: y }}
            >
              {text}
            </span>
          ))}
      </div>
      <div className="flex min-h-16 items-center gap-4 px-5 pb-3">
        <label htmlFor="apart">Assembled</label>
        <input
          id="apart"
          type="range"
          min={0}
          max={100}
          step={STEP}
          value={apart}
          aria-label="Exploded view"
          className="h-11 min-w-0 flex-1 accent-[var(--chalk)]"
          onChange={(event) => setApart(Number(event.target.value))}
        />
        <span>apart</span>
        <a className="button" href={`/api/jobs/${jobId}/pieces/${planned.id}/form.glb`} download>
          Export glTF
        </a>
      </div>
    </div>
  );
}

/** Everything of a form as bodies: boards, and what stands between them. */
function thingsOf(form: Form, letters: ReadonlyMap<string, string>): Thing[] {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const around = extentOf(form.boards);
  const middle = { x: (around.x0 + around.x1) / 2, y: (around.y0 + around.y1) / 2 };
  const reach = Math.max(around.x1 - around.x0, around.y1 - around.y0) / 2;
  const outward = (x: number, y: number) => [(x - middle.x) / reach, (y - middle.y) / reach] as const;
  const boards = form.boards.map((board): Thing => {
    const [dx, dy] = outward(board.x_mm + board.dx_mm / 2, board.y_mm + board.dy_mm / 2);
    const farther = board.kind === "rib" ? 1.7 : 1;
    const level = board.kind === "base" || board.kind === "bed" || board.kind === "lid";
    const up =
      { base: -0.6, bed: -0.3, lid: 1.1, "hung strip": 0.7, "drop strip": -0.3, "core side": 0.9 }[
        board.kind as string
      ] ?? 0;
    return {
      key: board.key,
      name: letterOn(letters, form, board),
      paths: [board.path],
      heads: board.head?.length ? [board.head] : undefined,
      tops: board.tops?.length ? board.tops : undefined,
      thick: board.kind === "bed" ? board.thickness_mm : undefined,
      low: board.bottom_mm,
      high: Math.max(board.top_mm, board.bottom_mm + 1),
      colour: colour(board.kind === "liner" ? "--ink-soft" : level ? "--board-face" : "--board"),
      way: level ? [0, 0, up] : [dx * farther, dy * farther, up],
    };
  });
  const formers = form.knockouts
    .filter((one) => one.where !== "along an edge")
    .map((one): Thing => {
      const foam = one.build.startsWith("foam");
      return {
        key: one.feature,
        name: one.name,
        paths: one.ends?.length && one.mouth === "top" ? one.ends : one.paths,
        heads: one.ends?.length ? (one.mouth === "top" ? one.paths : one.ends) : undefined,
        low: one.bottom_mm,
        high: one.bottom_mm + Math.max(one.height_mm, 1),
        colour: colour(foam ? "--foam" : "--recess"),
        way: [0, 0, one.where === "hung from above" ? 0.9 : 0.45],
      };
    });
  return [...boards, ...formers];
}

function bodyOf(thing: Thing): Group {
  const group = new Group();
  for (const [index, path] of thing.paths.entries()) {
    const head = thing.heads?.[index];
    const geometry = head || thing.tops ? between(thing, path, head ?? path) : upright(thing, path);
    group.add(
      new Mesh(
        geometry,
        new MeshStandardMaterial({ color: thing.colour, roughness: 0.9, flatShading: true, side: DoubleSide }),
      ),
      new LineSegments(new EdgesGeometry(geometry, CREASE_DEG), new LineBasicMaterial({ color: 0x333333 })),
    );
  }
  return group;
}

function upright(thing: Thing, path: Path): BufferGeometry {
  const geometry = new ExtrudeGeometry(shapeOf(path), {
    depth: thing.high - thing.low,
    bevelEnabled: false,
    curveSegments: CURVE_PARTS,
  });
  return geometry.translate(0, 0, thing.low);
}

/** What lies between two outlines of equal corners, its upper face as high over each corner as it is said to be. */
function between(thing: Thing, foot: Path, head: Path): BufferGeometry {
  const [low, high] = [pointsOf(foot), pointsOf(head)];
  const tops = thing.tops ? along(foot, thing.tops, low.length) : low.map(() => thing.high);
  const bottoms = tops.map((top) => (thing.thick ? top - thing.thick : thing.low));
  const at = (ring: readonly Vector2[], heights: readonly number[], one: number) =>
    new Vector3(ring[one]?.x ?? 0, ring[one]?.y ?? 0, heights[one] ?? 0);
  const corners: Vector3[] = [];
  for (let one = 0; one < low.length; one += 1) {
    const next = (one + 1) % low.length;
    const [a, b, c, d] = [at(low, bottoms, one), at(low, bottoms, next), at(high, tops, next), at(high, tops, one)];
    corners.push(a, b, c, a, c, d);
  }
  for (const [a = 0, b = 0, c = 0] of ShapeUtils.triangulateShape([...low], [])) {
    corners.push(at(high, tops, a), at(high, tops, b), at(high, tops, c));
    corners.push(at(low, bottoms, c), at(low, bottoms, b), at(low, bottoms, a));
  }
  const geometry = new BufferGeometry().setFromPoints(corners);
  geometry.computeVertexNormals();
  return geometry;
}

/** The points round an outline; those of equal outlines correspond. */
function pointsOf(path: Path): Vector2[] {
  const points = shapeOf(path).getPoints(CURVE_PARTS);
  const own = points.filter((point, index) => index === 0 || point.distanceTo(points[index - 1] ?? point) > SAME_MM);
  return own.slice(0, -1); // the last is the first again
}

/** Heights at corners, spread evenly over the points between them. */
function along(path: Path, corners: readonly number[], count: number): number[] {
  const found: number[] = [];
  for (const [index, height] of corners.entries()) {
    const parts = path[index * 3 + 2] ? CURVE_PARTS : 1;
    const next = corners[(index + 1) % corners.length] ?? height;
    for (let part = 0; part < parts; part += 1) found.push(height + ((next - height) * part) / parts);
  }
  return found.slice(0, count);
}

/** An outline with its arcs as a shape to be extruded. */
function shapeOf(path: readonly number[]): Shape {
  const shape = new Shape();
  shape.moveTo(path[0] ?? 0, path[1] ?? 0);
  for (let at = 0; at < path.length; at += 3) {
    const [x1, y1, bulge] = [path[at] ?? 0, path[at + 1] ?? 0, path[at + 2] ?? 0];
    const [x2, y2] = [path[(at + 3) % path.length] ?? 0, path[(at + 4) % path.length] ?? 0];
    if (!bulge) {
      shape.lineTo(x2, y2);
      continue;
    }
    const off = (1 - bulge * bulge) / (4 * bulge);
    const [cx, cy] = [(x1 + x2) / 2 - (y2 - y1) * off, (y1 + y2) / 2 + (x2 - x1) * off];
    const radius = Math.hypot(x1 - cx, y1 - cy);
    shape.absarc(cx, cy, radius, Math.atan2(y1 - cy, x1 - cx), Math.atan2(y2 - cy, x2 - cx), bulge < 0);
  }
  return shape;
}

function middleOf(thing: Thing): Vector3 {
  const [path] = thing.paths;
  const xs = (path ?? []).filter((_, index) => index % 3 === 0);
  const ys = (path ?? []).filter((_, index) => index % 3 === 1);
  return new Vector3(
    (Math.min(...xs) + Math.max(...xs)) / 2,
    (Math.min(...ys) + Math.max(...ys)) / 2,
    (thing.low + thing.high) / 2,
  );
}

function spread(groups: readonly { thing: Thing; group: Group }[], size: number, share: number) {
  for (const { thing, group } of groups) {
    group.position.set(...(thing.way.map((part) => part * size * share) as [number, number, number]));
  }
}

/** Names that would lie over others already placed are left out. */
function clear<T extends { text: string; x: number; y: number }>(labels: readonly T[]): T[] {
  const kept: T[] = [];
  for (const one of labels) {
    const half = one.text.length * 4.6 + 8;
    const hides = kept.some(
      (other) => Math.abs(other.y - one.y) < 24 && Math.abs(other.x - one.x) < half + other.text.length * 4.6 + 8,
    );
    if (!hides) kept.push(one);
  }
  return kept;
}
