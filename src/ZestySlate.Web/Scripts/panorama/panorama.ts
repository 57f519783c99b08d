import {
  LinearFilter,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  Scene,
  SphereGeometry,
  SRGBColorSpace,
  TextureLoader,
  Vector3,
  VideoTexture,
  WebGLRenderer,
} from "three";
import { saidIn } from "../learner/said";
import { cover, outlineOf } from "../shared/place";
import type { PanoramaView, Share } from "../shared/surface";

const Rad = Math.PI / 180;
const Nearest = 35,
  Widest = 95,
  Usual = 75;

/** Lets somebody look round in a panorama. The signs stay elements of the page; only the picture is drawn, in one call a frame. */
export async function startPanorama(stage: HTMLElement): Promise<PanoramaView | null> {
  const canvas = document.createElement("canvas");
  canvas.className = "panorama-canvas";
  canvas.setAttribute("aria-hidden", "true");
  const renderer = new WebGLRenderer({ canvas, antialias: false, powerPreference: "low-power" });
  const film = stage.querySelector("video");
  const texture = film
    ? new VideoTexture(film)
    : await new TextureLoader().loadAsync(addressFor(stage, renderer.capabilities.maxTextureSize));
  texture.colorSpace = SRGBColorSpace;
  texture.generateMipmaps = false;
  texture.minFilter = LinearFilter;
  const scene = new Scene();
  // Seen from inside; turned so that the middle of the picture lies ahead.
  const sphere = new Mesh(new SphereGeometry(10, 96, 64).scale(-1, 1, 1), new MeshBasicMaterial({ map: texture }));
  sphere.rotation.y = -Math.PI / 2;
  scene.add(sphere);
  const camera = new PerspectiveCamera(Usual, 1.6, 0.1, 20);

  let yaw = Number(stage.dataset.yaw ?? 0);
  let pitch = Number(stage.dataset.pitch ?? 0);
  let frame = 0;
  const still = new AbortController();
  stage.prepend(canvas);
  stage.classList.add("panorama-live");
  const seen = new ResizeObserver(() => resize());
  seen.observe(stage);
  resize();
  const tools = addTools();
  watchHand();
  if (film) {
    watchFilm(film);
  }

  const view: PanoramaView = {
    stage,
    direction: () => ({ yaw, pitch }),
    lookAt: (share, aside = false) => {
      ({ yaw, pitch } = directionOf(share));
      // At a quarter of the width: half of the way from the middle to the edge.
      turn(aside ? Math.atan((Math.tan((camera.fov * Rad) / 2) * camera.aspect) / 2) / Rad : 0, 0);
    },
    turn,
    zoom,
    shareAt: (clientX, clientY) => {
      const box = stage.getBoundingClientRect();
      const ray = new Vector3(((clientX - box.left) / box.width) * 2 - 1, 1 - ((clientY - box.top) / box.height) * 2, 0.5)
        .unproject(camera)
        .normalize();
      return shareOf(Math.atan2(ray.x, -ray.z) / Rad, Math.asin(ray.y) / Rad);
    },
    pixelsOf: share => project(share),
    update: place,
    stop: () => {
      still.abort();
      seen.disconnect();
      cancelAnimationFrame(frame);
      texture.dispose();
      sphere.geometry.dispose();
      sphere.material.dispose();
      renderer.dispose();
      canvas.remove();
      tools.remove();
      stage.classList.remove("panorama-live");
    },
  };
  draw();
  return view;

  function turn(right: number, up: number): void {
    yaw = ((yaw + right + 540) % 360) - 180;
    pitch = Math.max(-89, Math.min(89, pitch + up));
    draw();
  }

  function zoom(factor: number): void {
    camera.fov = Math.max(Nearest, Math.min(Widest, camera.fov / factor));
    camera.updateProjectionMatrix();
    draw();
  }

  function resize(): void {
    const { clientWidth, clientHeight } = stage;
    if (clientWidth === 0 || clientHeight === 0) {
      return;
    }
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    renderer.setSize(clientWidth, clientHeight, false);
    camera.aspect = clientWidth / clientHeight;
    camera.updateProjectionMatrix();
    draw();
  }

  /** Draws once, however often it is asked before the next frame. */
  function draw(): void {
    cancelAnimationFrame(frame);
    frame = requestAnimationFrame(() => {
      aim();
      renderer.render(scene, camera);
      place();
    });
  }

  function aim(): void {
    camera.lookAt(vectorOf(yaw, pitch));
    camera.updateMatrixWorld();
  }

  function project(share: Share): { left: number; top: number } | null {
    aim();
    const direction = directionOf(share);
    const point = vectorOf(direction.yaw, direction.pitch);
    if (point.clone().applyMatrix4(camera.matrixWorldInverse).z > -0.02) {
      return null;
    }
    point.project(camera);
    return { left: ((point.x + 1) / 2) * stage.clientWidth, top: ((1 - point.y) / 2) * stage.clientHeight };
  }

  function place(): void {
    for (const sign of stage.querySelectorAll<HTMLElement>("[data-sign]")) {
      const at = project({ x: Number(sign.dataset.x), y: Number(sign.dataset.y) });
      sign.classList.toggle("sign-behind", at === null);
      if (!at) {
        continue;
      }
      if (sign.dataset.outline) {
        const corners = outlineOf(sign).map(project);
        const whole = corners.every(corner => corner !== null);
        sign.classList.toggle("sign-behind", !whole);
        if (whole) {
          cover(sign, corners as { left: number; top: number }[], "px");
        }
      } else {
        sign.style.left = `${at.left}px`;
        sign.style.top = `${at.top}px`;
      }
    }
    stage.dispatchEvent(new CustomEvent("slate:turned"));
  }

  /** Each new picture of the video is drawn; one that stands still is drawn where it was gone to. */
  function watchFilm(film: HTMLVideoElement): void {
    const next = (): void => {
      if (!still.signal.aborted) {
        draw();
        film.requestVideoFrameCallback(next);
      }
    };
    film.requestVideoFrameCallback(next);
    for (const type of ["loadeddata", "seeked"]) {
      film.addEventListener(type, draw, { signal: still.signal });
    }
  }

  function watchHand(): void {
    const options = { signal: still.signal };
    let hand: { x: number; y: number; yaw: number; pitch: number } | null = null;
    const fingers = new Map<number, PointerEvent>();
    let apart = 0;
    stage.addEventListener(
      "pointerdown",
      event => {
        if (event.button !== 0 || (event.target as Element).closest("[data-sign], .chooser, .panorama-tools, .area-handle")) {
          return;
        }
        fingers.set(event.pointerId, event);
        hand = { x: event.clientX, y: event.clientY, yaw, pitch };
        apart = 0;
      },
      options,
    );
    window.addEventListener(
      "pointermove",
      event => {
        if (!fingers.has(event.pointerId)) {
          return;
        }
        fingers.set(event.pointerId, event);
        if (fingers.size === 2) {
          const [a, b] = [...fingers.values()] as [PointerEvent, PointerEvent];
          const now = Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY);
          if (apart > 0) {
            zoom(now / apart);
          }
          apart = now;
          hand = null;
        } else if (hand) {
          const degrees = camera.fov / stage.clientHeight;
          yaw = ((hand.yaw - (event.clientX - hand.x) * degrees + 540) % 360) - 180;
          pitch = Math.max(-89, Math.min(89, hand.pitch + (event.clientY - hand.y) * degrees));
          draw();
        }
      },
      options,
    );
    for (const end of ["pointerup", "pointercancel"] as const) {
      window.addEventListener(
        end,
        event => {
          fingers.delete(event.pointerId);
          hand = null;
          apart = 0;
        },
        options,
      );
    }
    stage.addEventListener(
      "wheel",
      event => {
        event.preventDefault();
        zoom(event.deltaY < 0 ? 1.08 : 1 / 1.08);
      },
      { signal: still.signal, passive: false },
    );
    // A sign that is reached by key comes into sight.
    stage.addEventListener(
      "focusin",
      event => {
        const sign = (event.target as Element).closest<HTMLElement>("[data-sign]");
        if (!sign || !sign.matches(":focus-visible")) {
          return;
        }
        const at = project({ x: Number(sign.dataset.x), y: Number(sign.dataset.y) });
        const inside = at && at.left > 40 && at.top > 40 && at.left < stage.clientWidth - 40 && at.top < stage.clientHeight - 40;
        if (!inside) {
          view.lookAt({ x: Number(sign.dataset.x), y: Number(sign.dataset.y) });
        }
      },
      options,
    );
    // A browser scrolls to a focused sign that lies outside; the stage must not move for it.
    stage.addEventListener(
      "scroll",
      () => {
        stage.scrollLeft = stage.scrollTop = 0;
      },
      options,
    );
  }

  function addTools(): HTMLElement {
    // On a learner's page the words are those of the activity's language.
    const words = (key: string, usual: string): string => saidIn(stage, key) || usual;
    const bar = document.createElement("div");
    bar.className = "panorama-tools";
    bar.setAttribute("role", "group");
    bar.setAttribute("aria-label", words("lookRound", "Look round"));
    const button = (symbol: string, words: string, act: () => void): HTMLButtonElement => {
      const made = document.createElement("button");
      made.type = "button";
      made.title = words;
      made.setAttribute("aria-label", words);
      made.innerHTML = `<svg class="symbol" aria-hidden="true"><use href="/dist/play.svg#${symbol}"/></svg>`;
      made.addEventListener("click", event => {
        event.stopPropagation();
        act();
      });
      bar.append(made);
      return made;
    };
    button("chevron-left", words("lookLeft", "Look left"), () => turn(-20, 0));
    button("chevron-right", words("lookRight", "Look right"), () => turn(20, 0));
    button("chevron-up", words("lookUp", "Look up"), () => turn(0, 15));
    button("chevron-down", words("lookDown", "Look down"), () => turn(0, -15));
    button("zoom-in", words("nearer", "Nearer"), () => zoom(1.2));
    button("zoom-out", words("wider", "Wider"), () => zoom(1 / 1.2));
    bar.addEventListener("keydown", event => {
      const turns: Record<string, [number, number]> = { ArrowLeft: [-8, 0], ArrowRight: [8, 0], ArrowUp: [0, 6], ArrowDown: [0, -6] };
      const way = turns[event.key];
      if (way) {
        event.preventDefault();
        event.stopPropagation();
        turn(...way);
      }
    });
    if ("DeviceOrientationEvent" in window && matchMedia("(pointer: coarse)").matches) {
      const gyro = button("rotate-3d", words("lookByDevice", "Look round by turning the device"), () => void byDevice(gyro));
      gyro.setAttribute("aria-pressed", "false");
    }
    stage.append(bar);
    return bar;
  }

  /** Where the device points; asked for only on a press, as browsers want it. */
  async function byDevice(button: HTMLButtonElement): Promise<void> {
    const sensor = DeviceOrientationEvent as unknown as { requestPermission?: () => Promise<string> };
    if (button.getAttribute("aria-pressed") === "true") {
      button.setAttribute("aria-pressed", "false");
      window.removeEventListener("deviceorientation", follow);
      return;
    }
    if (sensor.requestPermission && (await sensor.requestPermission()) !== "granted") {
      return;
    }
    button.setAttribute("aria-pressed", "true");
    window.addEventListener("deviceorientation", follow, { signal: still.signal });
  }

  function follow(event: DeviceOrientationEvent): void {
    if (event.alpha === null || event.beta === null || event.gamma === null) {
      return;
    }
    // The direction of the device's back: its axes turned by alpha, beta and gamma (W3C Device Orientation, 3.1).
    const [a, b, g] = [event.alpha * Rad, event.beta * Rad, event.gamma * Rad];
    const x = -Math.cos(a) * Math.sin(g) - Math.sin(a) * Math.sin(b) * Math.cos(g);
    const y = -Math.sin(a) * Math.sin(g) + Math.cos(a) * Math.sin(b) * Math.cos(g);
    const z = -Math.cos(b) * Math.cos(g);
    yaw = Math.atan2(x, y) / Rad;
    pitch = Math.asin(Math.max(-1, Math.min(1, z))) / Rad;
    draw();
  }
}

/** The picture, no larger than the graphics can take. */
function addressFor(stage: HTMLElement, largest: number): string {
  const address = stage.dataset.panorama!;
  return largest >= 4096 ? address : address.replace(/\/4096$/, "") + "/1600";
}

function vectorOf(yaw: number, pitch: number): Vector3 {
  return new Vector3(Math.cos(pitch * Rad) * Math.sin(yaw * Rad), Math.sin(pitch * Rad), -Math.cos(pitch * Rad) * Math.cos(yaw * Rad));
}

function directionOf(share: Share): { yaw: number; pitch: number } {
  return { yaw: share.x * 360 - 180, pitch: 90 - share.y * 180 };
}

function shareOf(yaw: number, pitch: number): Share {
  return { x: (yaw + 180) / 360, y: (90 - pitch) / 180 };
}
