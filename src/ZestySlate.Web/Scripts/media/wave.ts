/** A part of a sound as a WAV file: 16 bit, one channel (RIFF WAVE, PCM). */
export function waveFile(sound: AudioBuffer, from: number, to: number): Blob {
  const first = Math.max(0, Math.floor(from * sound.sampleRate));
  const count = Math.max(0, Math.min(sound.length, Math.ceil(to * sound.sampleRate)) - first);
  const file = new DataView(new ArrayBuffer(44 + count * 2));
  const text = (at: number, letters: string): void => [...letters].forEach((letter, i) => file.setUint8(at + i, letter.charCodeAt(0)));
  text(0, "RIFF");
  file.setUint32(4, 36 + count * 2, true);
  text(8, "WAVEfmt ");
  file.setUint32(16, 16, true);
  file.setUint16(20, 1, true);
  file.setUint16(22, 1, true);
  file.setUint32(24, sound.sampleRate, true);
  file.setUint32(28, sound.sampleRate * 2, true);
  file.setUint16(32, 2, true);
  file.setUint16(34, 16, true);
  text(36, "data");
  file.setUint32(40, count * 2, true);
  const channels = Array.from({ length: sound.numberOfChannels }, (_, i) => sound.getChannelData(i));
  for (let i = 0; i < count; i++) {
    const sample = channels.reduce((sum, channel) => sum + (channel[first + i] ?? 0), 0) / channels.length;
    file.setInt16(44 + i * 2, Math.max(-1, Math.min(1, sample)) * 0x7fff, true);
  }
  return new Blob([file.buffer], { type: "audio/wav" });
}
