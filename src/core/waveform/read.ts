import { csvRecording } from './csv-recording.ts';
import { wavRecording } from './wav-recording.ts';
import type { ReadRecording } from './record.ts';

export interface ReadOptions {
  /** Samples a second, of a file without a time column. */
  rate?: number;
  /** V of a WAV file's full scale. */
  fullScale?: number;
}

/** A record from the bytes of a file: WAV by its first letters, else text. */
export function readRecording(bytes: Uint8Array, options: ReadOptions = {}): ReadRecording {
  const head = String.fromCharCode(...bytes.subarray(0, 12));
  if (/^(RIFF|RIFX|RF64)....WAVE/s.test(head)) return wavRecording(bytes, options.fullScale);
  if (bytes.subarray(0, 4096).includes(0)) return { ok: false, message: 'This is neither text nor a WAV file.' };
  return csvRecording(bytes, options);
}
