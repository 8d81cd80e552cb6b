import * as wavefile from 'wavefile';
import type { ReadRecording } from './record.ts';

/** The package is found in two shapes, by who bundles it. */
const { WaveFile } = 'WaveFile' in wavefile ? wavefile : (wavefile as unknown as { default: typeof wavefile }).default;

/** PCM or float, as the file's format says. */
const FLOAT = new Set(['32f', '64']);

/** A record from a WAV file: PCM of 8 to 32 bit or float; full scale is so many volts. */
export function wavRecording(bytes: Uint8Array, fullScale = 1): ReadRecording {
  let wav: InstanceType<typeof WaveFile>;
  let raw: Float64Array | Float64Array[];
  try {
    wav = new WaveFile(bytes);
    raw = wav.getSamples(false, Float64Array) as unknown as Float64Array | Float64Array[];
  } catch (error) {
    return { ok: false, message: `The WAV file cannot be read: ${error instanceof Error ? error.message : 'it is damaged'}.` };
  }
  const { sampleRate, audioFormat } = wav.fmt as { sampleRate: number; audioFormat: number };
  if (audioFormat !== 1 && audioFormat !== 3 && audioFormat !== 65534)
    return { ok: false, message: `The WAV file is packed (format ${audioFormat}): save it as PCM of 16, 24 or 32 bit, or as float.` };
  const columns = Array.isArray(raw) ? raw : [raw];
  if (!columns[0]?.length) return { ok: false, message: 'There are no samples in the WAV file.' };
  const bits = Number.parseInt(wav.bitDepth, 10);
  const scale = FLOAT.has(wav.bitDepth) ? fullScale : fullScale / 2 ** (bits - 1);
  const middle = bits === 8 ? 128 : 0;
  return {
    ok: true,
    record: {
      channels: columns.map((values, i) => ({ name: `CH${i + 1}`, unit: 'V', values: Float64Array.from(values, (v) => (v - middle) * scale) })),
      time: null,
      start: 0,
      rate: sampleRate,
      even: true,
      notes: [
        `${columns.length} channel${columns.length > 1 ? 's' : ''}, ${wav.bitDepth === '32f' ? '32 bit float' : wav.bitDepth === '64' ? '64 bit float' : `${bits} bit`}, ${sampleRate} samples a second`,
      ],
      findings: [],
    },
  };
}
