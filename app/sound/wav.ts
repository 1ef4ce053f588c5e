/** Bits of a sample, and the bytes of the header. */
const BITS = 16;
const HEADER = 44;

/**
 * Mono samples in −1…1 as a WAV file of 16-bit PCM (RIFF; Multimedia Programming Interface and Data Specifications 1.0, IBM and
 * Microsoft 1991).
 */
export function writeWav(samples: Float32Array, rate: number): ArrayBuffer {
  const bytes = samples.length * (BITS / 8);
  const file = new ArrayBuffer(HEADER + bytes);
  const view = new DataView(file);
  const text = (at: number, word: string) =>
    [...word].forEach((letter, i) => view.setUint8(at + i, letter.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, HEADER - 8 + bytes, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  // PCM, one channel.
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, (rate * BITS) / 8, true);
  view.setUint16(32, BITS / 8, true);
  view.setUint16(34, BITS, true);
  text(36, 'data');
  view.setUint32(40, bytes, true);
  samples.forEach((value, i) =>
    view.setInt16(HEADER + 2 * i, Math.round(Math.max(-1, Math.min(1, value)) * 32767), true),
  );
  return file;
}
