import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { EdgesGeometry, Group, LineBasicMaterial, LineSegments, Mesh, MeshStandardMaterial } from "three";
import { STLLoader } from "three/examples/jsm/loaders/STLLoader.js";
import type { Piece } from "@/api/client";
import { stage } from "@/drawing/stage";

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
      if (!answer.ok) throw new Error("No 3D view: clear what Measure finds first.");
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

/** Draws a solid into an element; gives back what takes it away. */
function show(holder: HTMLDivElement, stl: ArrayBuffer): () => void {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const geometry = new STLLoader().parse(stl);
  const body = new Group();
  body.add(
    new Mesh(geometry, new MeshStandardMaterial({ color: colour("--concrete"), roughness: 0.95, flatShading: true })),
    new LineSegments(new EdgesGeometry(geometry, CREASE_DEG), new LineBasicMaterial({ color: colour("--ink") })),
  );
  const made = stage(holder, body, "3D view of the piece.");
  return () => {
    made.dispose();
    geometry.dispose();
  };
}
