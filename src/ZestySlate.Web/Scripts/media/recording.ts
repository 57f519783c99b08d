import { waveFile } from "./wave";

/** A sound being recorded from the microphone. It is kept as WAV, which every browser plays. */
export class Recording {
  private chunks: Blob[] = [];

  private constructor(
    private recorder: MediaRecorder,
    private stream: MediaStream,
    private context: AudioContext,
  ) {
    recorder.addEventListener("dataavailable", event => this.chunks.push(event.data));
    recorder.start(1000);
  }

  /** Begins; throws when the microphone cannot be used. The level is told while it lasts, 0 to 1. */
  static async begin(level: (value: number) => void): Promise<Recording> {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    const context = new AudioContext();
    const listener = context.createAnalyser();
    context.createMediaStreamSource(stream).connect(listener);
    const recording = new Recording(new MediaRecorder(stream), stream, context);
    const samples = new Float32Array(listener.fftSize);
    const look = (): void => {
      if (recording.recorder.state !== "recording") {
        return;
      }
      listener.getFloatTimeDomainData(samples);
      level(Math.min(1, 3 * Math.sqrt(samples.reduce((sum, s) => sum + s * s, 0) / samples.length)));
      requestAnimationFrame(look);
    };
    look();
    return recording;
  }

  /** Ends and gives the sound. */
  async finish(): Promise<File> {
    await new Promise<void>(done => {
      this.recorder.addEventListener("stop", () => done(), { once: true });
      this.stop();
    });
    const sound = await this.context.decodeAudioData(await new Blob(this.chunks).arrayBuffer());
    void this.context.close();
    return new File([waveFile(sound, 0, sound.duration)], `recording ${new Date().toISOString().slice(0, 16).replace("T", " ")}.wav`, {
      type: "audio/wav",
    });
  }

  stop(): void {
    if (this.recorder.state !== "inactive") {
      this.recorder.stop();
    }
    this.stream.getTracks().forEach(track => track.stop());
  }
}
