import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import {
  AmbientLight,
  Box3,
  DirectionalLight,
  EdgesGeometry,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshStandardMaterial,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";
import { STLLoader } from "three/examples/jsm/loaders/STLLoader.js";
import type { Piece } from "@/api/client";

/** How far an edge must turn to be drawn as a line [°]. */
const CREASE_DEG = 25;

/** The piece in the round: turned by dragging, by the arrow keys or with two fingers. */
export default function Turned({ piece }: { piece: Piece }) {
  const place = useRef<HTMLDivElement>(null);
  const { data, error } = useQuery({
    queryKey: ["solid", JSON.stringify(piece)],
    queryFn: async () => {
      const answer = await fetch("/api/solid", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(piece),
      });
      if (!answer.ok) throw new Error("The solid could not be made. Look at what Measure finds first.");
      return answer.arrayBuffer();
    },
    retry: false,
    gcTime: 60_000,
  });

  useEffect(() => {
    const holder = place.current;
    if (!holder || !data) return;
    return show(holder, data);
  }, [data]);

  if (error) return <p className="p-5">{error.message}</p>;
  return (
    <div className="relative h-full min-h-96">
      <div ref={place} className="absolute inset-0" data-turned={data ? "shown" : "waiting"} />
      <p className="pointer-events-none absolute bottom-3 left-5 text-soft">
        {piece.name}, finished. Drag to turn it; arrow keys turn it too.
      </p>
    </div>
  );
}

/** Draws a solid into an element, again only when something moves; gives back what takes it away. */
function show(holder: HTMLDivElement, stl: ArrayBuffer): () => void {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const geometry = new STLLoader().parse(stl);
  const body = new Mesh(
    geometry,
    new MeshStandardMaterial({ color: colour("--concrete"), roughness: 0.95, flatShading: true }),
  );
  const lines = new LineSegments(
    new EdgesGeometry(geometry, CREASE_DEG),
    new LineBasicMaterial({ color: colour("--ink") }),
  );
  const scene = new Scene();
  const sun = new DirectionalLight(0xffffff, 2.2);
  scene.add(body, lines, new AmbientLight(0xffffff, 1.4), sun);
  const box = new Box3().setFromObject(body);
  const [middle, size] = [box.getCenter(new Vector3()), box.getSize(new Vector3()).length()];
  const camera = new PerspectiveCamera(32, 1, size / 100, size * 20);
  camera.up.set(0, 0, 1);
  camera.position.copy(middle).add(new Vector3(-0.6, -1.3, 0.9).multiplyScalar(size));
  sun.position.copy(middle).add(new Vector3(-1, -0.6, 1.6).multiplyScalar(size));
  const renderer = new WebGLRenderer({ antialias: true, alpha: true });
  renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
  const canvas = renderer.domElement;
  canvas.tabIndex = 0;
  canvas.setAttribute("role", "img");
  canvas.setAttribute("aria-label", "The piece in the round. Arrow keys turn it.");
  const controls = new OrbitControls(camera, canvas);
  controls.target.copy(middle);
  const draw = () => {
    renderer.render(scene, camera);
    holder.dataset.drawn = String(Number(holder.dataset.drawn ?? 0) + 1);
  };
  controls.addEventListener("change", draw);
  const keys = (event: KeyboardEvent) => {
    const turn = { ArrowLeft: [-0.15, 0], ArrowRight: [0.15, 0], ArrowUp: [0, -0.12], ArrowDown: [0, 0.12] }[event.key];
    if (!turn) return;
    event.preventDefault();
    const from = camera.position.clone().sub(middle);
    from.applyAxisAngle(new Vector3(0, 0, 1), turn[0] ?? 0);
    from.applyAxisAngle(new Vector3().crossVectors(from, camera.up).normalize(), -(turn[1] ?? 0));
    camera.position.copy(middle).add(from);
    controls.update();
    draw();
  };
  canvas.addEventListener("keydown", keys);
  const resized = new ResizeObserver(() => {
    const { clientWidth, clientHeight } = holder;
    if (!clientWidth || !clientHeight) return;
    renderer.setSize(clientWidth, clientHeight);
    camera.aspect = clientWidth / clientHeight;
    camera.updateProjectionMatrix();
    draw();
  });
  holder.append(canvas);
  resized.observe(holder);
  controls.update();
  return () => {
    resized.disconnect();
    controls.dispose();
    renderer.dispose();
    geometry.dispose();
    canvas.remove();
  };
}
