import type { Changed } from "../learner/families";
import { saidIn } from "../learner/said";
import { upload } from "../shared/upload";

/** How often a piece of a recording leaves the device, in milliseconds: no more than that is ever lost with the device. */
const Piece = 2000;

/** Spoken answers: recorded with the level shown, sent piece by piece while one speaks, listened to, recorded again. */
export function start(root: HTMLElement, changed: Changed, signal: AbortSignal): void {
  let now: Recorder | null = null;
  root.addEventListener(
    "click",
    event => {
      const target = event.target as HTMLElement;
      const answer = target.closest<HTMLElement>("[data-family=recording]");
      if (!answer) {
        return;
      }
      if (target.closest("[data-speak]")) {
        void Recorder.begin(root, answer, changed).then(recorder => {
          now = recorder;
        });
      } else if (target.closest("[data-stop]")) {
        now?.stop();
      } else if (target.closest("[data-take-back]")) {
        event.preventDefault();
        answer.querySelector<HTMLInputElement>("[name=recording]")!.value = "";
        answer.querySelector<HTMLElement>("[data-own]")!.hidden = true;
        answer.querySelector<HTMLElement>("[data-record-words]")!.textContent = saidIn(answer, "record");
        answer.querySelector<HTMLElement>("[data-speak]")!.focus();
        changed(answer.closest("form")!, "");
      }
    },
    { signal },
  );

  root.addEventListener(
    "change",
    event => {
      const field = event.target as HTMLInputElement;
      const answer = field.closest<HTMLElement>("[data-family=recording]");
      const file = field.files?.[0];
      if (!answer || field.type !== "file" || !file) {
        return;
      }
      event.stopImmediatePropagation();
      const say = sayIn(answer);
      field.value = "";
      const most = Number(answer.dataset.megabytes);
      if (file.size > most * 1048576) {
        say(saidIn(answer, "fileTooLarge", file.name, Math.round(file.size / 104857.6) / 10, most));
        return;
      }
      void upload(
        answer.dataset.upload!,
        root,
        { spot: answer.closest("form")!.dataset.ask! },
        file,
        signal,
        share => say(saidIn(answer, "fileSending", file.name, Math.round(share * 100))),
        () => say(saidIn(answer, "fileNotSent", file.name)),
      ).then(sent => {
        if (sent && "refusal" in sent) {
          say(sent.refusal);
        } else if (sent) {
          own(answer, sent.id, 0);
          say(saidIn(answer, "recordingTaken"));
          changed(answer.closest("form")!, "", "hand");
        }
      });
    },
    { signal, capture: true },
  );
  signal.addEventListener("abort", () => now?.stop());
  window.addEventListener("pagehide", () => now?.stop(), { signal });
}

const sayIn =
  (answer: HTMLElement) =>
  (words: string): void => {
    const place = answer.querySelector<HTMLElement>("[data-said]")!;
    if (place.textContent !== words) {
      place.textContent = words;
    }
  };

/** The recording is the answer from here on. */
function own(answer: HTMLElement, id: string, bytes: number): void {
  answer.querySelector<HTMLInputElement>("[name=recording]")!.value = id;
  const place = answer.querySelector<HTMLElement>("[data-own]")!;
  place.hidden = false;
  place.querySelector("audio")!.src = `${answer.dataset.upload}/${id}?bytes=${bytes}`;
  place.querySelectorAll(".handed-name, small").forEach(old => old.remove());
  answer.querySelector<HTMLElement>("[data-record-words]")!.textContent = saidIn(answer, "recordAgain");
}

/** One recording: what the microphone gives goes out in pieces, in order; what cannot go yet waits. */
class Recorder {
  private readonly id = Array.from(crypto.getRandomValues(new Uint8Array(24)), byte => "abcdefghijklmnopqrstuvwxyz012345"[byte & 31]).join(
    "",
  );
  private readonly began = Date.now();
  private readonly waiting: { piece: Blob; seconds: number }[] = [];
  private readonly say: (words: string) => void;
  private number = 0;
  private bytes = 0;
  private sending = false;
  private ended = false;

  private constructor(
    private page: HTMLElement,
    private answer: HTMLElement,
    private changed: Changed,
    private recorder: MediaRecorder,
    private stream: MediaStream,
    private context: AudioContext,
  ) {
    this.say = sayIn(answer);
    recorder.addEventListener("dataavailable", event => {
      if (event.data.size > 0) {
        this.waiting.push({ piece: event.data, seconds: this.seconds() });
      }
      void this.send();
    });
    recorder.addEventListener("stop", () => {
      this.ended = true;
      this.stream.getTracks().forEach(track => track.stop());
      void this.context.close();
      this.show(false);
      void this.send();
    });
    recorder.start(Piece);
    this.show(true);
    this.watch();
  }

  static async begin(page: HTMLElement, answer: HTMLElement, changed: Changed): Promise<Recorder | null> {
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const kind = ["audio/webm;codecs=opus", "audio/mp4", "audio/ogg;codecs=opus"].find(type => MediaRecorder.isTypeSupported(type));
      return new Recorder(
        page,
        answer,
        changed,
        new MediaRecorder(stream, { mimeType: kind, audioBitsPerSecond: 48000 }),
        stream,
        new AudioContext(),
      );
    } catch {
      sayIn(answer)(saidIn(answer, "microphoneRefused"));
      answer.querySelector<HTMLElement>("[data-hand-over]")?.focus();
      return null;
    }
  }

  stop(): void {
    if (this.recorder.state !== "inactive") {
      this.recorder.stop();
    }
  }

  private seconds(): number {
    return Math.min((Date.now() - this.began) / 1000, Number(this.answer.dataset.seconds));
  }

  private show(recording: boolean): void {
    const find = (name: string): HTMLElement => this.answer.querySelector<HTMLElement>(`[data-${name}]`)!;
    find("speak").hidden = recording;
    find("stop").hidden = !recording;
    find("level").hidden = !recording;
    find("time").textContent = "";
    if (recording) {
      find("own").hidden = true;
    }
    find(recording ? "stop" : "speak").focus();
  }

  /** Level and time, until the time is used up. */
  private watch(): void {
    const listener = this.context.createAnalyser();
    this.context.createMediaStreamSource(this.stream).connect(listener);
    const samples = new Float32Array(listener.fftSize);
    const [meter, time] = [
      this.answer.querySelector<HTMLMeterElement>("[data-level]")!,
      this.answer.querySelector<HTMLElement>("[data-time]")!,
    ];
    const longest = Number(this.answer.dataset.seconds);
    this.say(saidIn(this.answer, "recordingNow", clockOf(0), clockOf(longest)));
    const look = (): void => {
      if (this.recorder.state !== "recording") {
        return;
      }
      listener.getFloatTimeDomainData(samples);
      meter.value = Math.min(1, 3 * Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length));
      time.textContent = `${clockOf(this.seconds())} / ${clockOf(longest)}`;
      if (this.seconds() >= longest) {
        this.stop();
      }
      requestAnimationFrame(look);
    };
    look();
    // A page in the background draws nothing, but its time runs out all the same.
    setTimeout(() => this.stop(), longest * 1000 + 500);
  }

  private async send(): Promise<void> {
    if (this.sending) {
      return;
    }
    this.sending = true;
    for (let pause = 1000; this.waiting.length > 0;) {
      const { piece, seconds } = this.waiting[0]!;
      let reply: Response | null = null;
      try {
        reply = await fetch(`${this.answer.dataset.recordings}/${this.id}/${this.number}?seconds=${seconds.toFixed(2)}`, {
          method: "POST",
          body: piece,
          headers: { "Content-Type": "application/octet-stream", "X-Slate-Proof": this.page.dataset.proof ?? "", "X-Slate-Script": "1" },
        });
      } catch {
        /* no connection: the piece stays and is sent again */
      }
      if (reply?.ok) {
        this.waiting.shift();
        this.bytes += piece.size;
        // From the first piece on the answer names the recording: what has come is kept, whatever happens to this device.
        if (this.number++ === 0) {
          this.answer.querySelector<HTMLInputElement>("[name=recording]")!.value = this.id;
          this.changed(this.answer.closest("form")!, "");
        }
        pause = 1000;
      } else if (reply && reply.status < 500 && reply.status !== 429) {
        this.waiting.length = 0;
        this.stop();
        this.say(await reply.text());
      } else {
        this.say(saidIn(this.answer, "recordingWaits"));
        await new Promise(done => setTimeout(done, pause));
        pause = Math.min(pause * 2, 10000);
      }
    }
    this.sending = false;
    if (this.ended && this.number > 0) {
      own(this.answer, this.id, this.bytes);
      this.changed(this.answer.closest("form")!, "", "hand");
      this.say(saidIn(this.answer, "recordingTaken"));
    }
  }
}

const clockOf = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
