/** How much time one value stands for, in seconds; the core counts on it. */
const Step = 0.05;
/** Of what lasts longer, or is larger, the sound is not read: it would take too much memory. In seconds, and in bytes. */
const Longest = 3600,
  Largest = 200 * 1024 * 1024;
/** Loud and quiet are heard at few samples a second. */
const Rate = 8000;
/** What is as quiet as this counts as silent, in decibels below full. */
const Silent = -60;

/** How loud a video or sound is, a byte for each step, on a scale of decibels; null where that cannot be heard. */
export async function loudnessOf(address: string, lasts: number): Promise<Uint8Array<ArrayBuffer> | null> {
  if (lasts > Longest) {
    return null;
  }
  try {
    const reply = await fetch(address);
    if (!reply.ok || Number(reply.headers.get("content-length")) > Largest) {
      return null;
    }
    const sound = await new OfflineAudioContext(1, 1, Rate).decodeAudioData(await reply.arrayBuffer());
    return loudness(sound.getChannelData(0), sound.sampleRate);
  } catch {
    return null;
  }
}

/** The root mean square of each step, as 0 (silent) to 255 (full). */
export function loudness(samples: Float32Array, rate: number): Uint8Array<ArrayBuffer> {
  const long = Math.round(rate * Step);
  const curve = new Uint8Array(Math.ceil(samples.length / long));
  for (let i = 0; i < curve.length; i++) {
    const part = samples.subarray(i * long, (i + 1) * long);
    const square = part.reduce((sum, sample) => sum + sample * sample, 0) / part.length;
    const decibels = square > 0 ? 10 * Math.log10(square) : Silent;
    curve[i] = Math.round(Math.min(1, Math.max(0, 1 - decibels / Silent)) * 255);
  }
  return curve;
}
