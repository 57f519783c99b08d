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
  }
}
