import { envelope, spectrumPicture, type Envelope } from '../core/waveform/envelope.ts';
import { channelOf, measure, type Measured, type MeasureOptions } from '../core/waveform/measure.ts';
import { lengthOf, timeAt, type Recording } from '../core/waveform/record.ts';
import { readRecording, type ReadOptions } from '../core/waveform/read.ts';

/** What a page asks of the thread that holds a record: samples never come to the page, only what is drawn of them. */
export type Ask =
  | { ask: number; sort: 'open'; bytes: Uint8Array; options: ReadOptions }
  | { ask: number; sort: 'view'; channels: string[]; from: number; to: number; width: number }
  | { ask: number; sort: 'measure'; options: MeasureOptions };

export interface Opened {
  channels: { name: string; unit: string }[];
  samples: number;
  from: number;
  to: number;
  rate: number | null;
  notes: string[];
  findings: { line?: number; text: string }[];
}
export type Reply = { ask: number } & (
  { opened: Opened } | { view: Envelope[] } | { measured: Measured; picture: Envelope | null } | { refused: string; line?: number }
);

/** Columns of a spectrum on a screen. */
const COLUMNS = 700;

let record: Recording | null = null;

function answer(data: Ask): Omit<Reply, 'ask'> {
  if (data.sort === 'open') {
    const read = readRecording(data.bytes, data.options);
    if (!read.ok) return { refused: read.message, ...(read.line === undefined ? {} : { line: read.line }) };
    record = read.record;
    const n = lengthOf(record);
    return {
      opened: {
        channels: record.channels.map((c) => ({ name: c.name, unit: c.unit })),
        samples: n,
        from: timeAt(record, 0),
        to: timeAt(record, n - 1),
        rate: record.rate,
        notes: record.notes,
        findings: record.findings,
      },
    };
  }
  if (!record) return { refused: 'No record is open.' };
  if (data.sort === 'view') {
    const held = record;
    return { view: data.channels.flatMap((name) => channelOf(held, name) ?? []).map((c) => envelope(held, c.values, data.from, data.to, data.width)) };
  }
  const answer = measure(record, data.options);
  if (!answer.ok) return { refused: answer.message };
  const { spectrum, ...rest } = answer.measured;
  return { measured: { ...rest, spectrum: spectrum && { ...spectrum, levels: new Float64Array() } }, picture: spectrum && spectrumPicture(spectrum, COLUMNS) };
}

self.onmessage = ({ data }: MessageEvent<Ask>) => {
  try {
    self.postMessage({ ask: data.ask, ...answer(data) });
  } catch (error) {
    self.postMessage({ ask: data.ask, refused: error instanceof Error ? error.message : 'It could not be measured.' });
  }
};
