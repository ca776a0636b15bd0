import {
  AmbientLight,
  Box3,
  DirectionalLight,
  type Object3D,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";

export interface Stage {
  camera: PerspectiveCamera;
  /** Draws it again. */
  draw: () => void;
  /** Takes it away. */
  dispose: () => void;
}

/** Puts a body into an element, to be turned by dragging, by two fingers or the arrow keys; drawn only when it moves. */
export function stage(holder: HTMLElement, body: Object3D, label: string, drawn?: (stage: Stage) => void): Stage {
  const scene = new Scene();
  const sun = new DirectionalLight(0xffffff, 2.2);
  scene.add(body, new AmbientLight(0xffffff, 1.4), sun);
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
  canvas.setAttribute("aria-label", `${label} Arrow keys turn it.`);
  const controls = new OrbitControls(camera, canvas);
  controls.target.copy(middle);
  const draw = () => {
    renderer.render(scene, camera);
    holder.dataset.drawn = String(Number(holder.dataset.drawn ?? 0) + 1);
    drawn?.(made);
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
  const made: Stage = {
    camera,
    draw,
    dispose() {
      resized.disconnect();
      controls.dispose();
      renderer.dispose();
      canvas.remove();
    },
  };
  holder.append(canvas);
  resized.observe(holder);
  controls.update();
  return made;
}
