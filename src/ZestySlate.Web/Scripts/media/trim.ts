import { drag } from "../shared/drag";
import { base, upload } from "./upload";
import { waveFile } from "./wave";

/** Shows a sound's loudness and keeps a part of it as a new sound. */
export function watchTrim(): void {
  const canvas = document.querySelector<HTMLCanvasElement>("[data-wave]");
  const form = document.querySelector<HTMLFormElement>("[data-trim]");
  if (!canvas || !form) {
    return;
  }
  const context = new AudioContext();
  const field = (name: string): HTMLInputElement => form.elements.namedItem(name) as HTMLInputElement;
  let sound: AudioBuffer | null = null;
  let playing: AudioBufferSourceNode | null = null;

  void fetch(canvas.dataset.wave!)
    .then(reply => reply.arrayBuffer())
    .then(bytes => context.decodeAudioData(bytes))
    .then(decoded => {
      sound = decoded;
      field("to").value = decoded.duration.toFixed(2);
      field("to").max = field("from").max = decoded.duration.toFixed(2);
      draw();
    });
  form.addEventListener("input", draw);
  // The end that is nearer to where the wave is pressed goes along with the hand.
  canvas.addEventListener("pointerdown", down => {
    if (!sound || down.button !== 0) {
      return;
    }
    down.preventDefault();
    const end = Math.abs(timeAt(down) - from()) < Math.abs(timeAt(down) - to()) ? "from" : "to";
    const put = (event: PointerEvent): void => {
      const at = end === "from" ? Math.min(timeAt(event), to()) : Math.max(timeAt(event), from());
      field(end).value = at.toFixed(2);
      draw();
    };
    put(down);
    drag(down, { move: put });
  });
  form.querySelector("[data-trim-listen]")!.addEventListener("click", () => {
    if (!sound) {
      return;
    }
    playing?.stop();
    playing = context.createBufferSource();
    playing.buffer = sound;
    playing.connect(context.destination);
    void context.resume();
    playing.start(0, from(), Math.max(0, to() - from()));
  });
  form.addEventListener("submit", event => {
    event.preventDefault();
    if (!sound || to() <= from()) {
      return;
    }
    const part = new File([waveFile(sound, from(), to())], `${form.dataset.name} (part).wav`, { type: "audio/wav" });
    void upload(part, "", () => {
      /* short */
    }).then(made => {
      location.href = `${base()}/media-library/${made.id}`;
    });
  });

  function timeAt(event: PointerEvent): number {
    const box = canvas!.getBoundingClientRect();
    return Math.max(0, Math.min(1, (event.clientX - box.left) / box.width)) * sound!.duration;
  }

  function from(): number {
    return Number(field("from").value) || 0;
  }

  function to(): number {
    return Number(field("to").value) || sound!.duration;
  }

  function draw(): void {
    if (!sound) {
      return;
    }
    const paint = canvas!.getContext("2d")!;
    const { width, height } = canvas!;
    const samples = sound.getChannelData(0);
    const style = getComputedStyle(canvas!);
    paint.clearRect(0, 0, width, height);
    for (let x = 0; x < width; x++) {
      const [a, b] = [Math.floor((x / width) * samples.length), Math.floor(((x + 1) / width) * samples.length)];
      let loud = 0;
      for (let i = a; i < b; i++) {
        loud = Math.max(loud, Math.abs(samples[i] ?? 0));
      }
      const at = (x / width) * sound.duration;
      paint.fillStyle = at >= from() && at <= to() ? style.getPropertyValue("--bergamot-plain") || "#0b5a5f" : "#999";
      paint.fillRect(x, (height * (1 - loud)) / 2, 1, Math.max(1, height * loud));
    }
    paint.fillStyle = "#17232b";
    for (const at of [from(), to()]) {
      paint.fillRect(Math.min(width - 3, (at / sound.duration) * width), 0, 3, height);
    }
  }
}
