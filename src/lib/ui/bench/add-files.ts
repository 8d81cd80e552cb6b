import type { LogContent, LogSort } from '../../../core/logbook/entry.ts';
import { packed, Recorder } from '$lib/state/recorder.ts';

/** Where new entries belong. */
export interface Belongs {
  letter: string | null;
  copy: number | null;
  point: string | null;
}

/** Longest side of a kept photograph, pixels, and how well it is kept. */
const [LONGEST, QUALITY] = [2000, 0.85];
const PREVIEW = 160;
const MOST_SAMPLES_FILE = 200 * 1024 * 1024;

async function send(
  board: string,
  entry: Belongs & { sort: LogSort; title: string; note: string; content: LogContent },
  blob: Blob,
  name: string,
): Promise<string | null> {
  const form = new FormData();
  form.set('entry', JSON.stringify(entry));
  form.set('file', new File([blob], name, { type: blob.type }));
  const answer = await fetch(`/api/boards/${board}/log`, { method: 'POST', body: form }).catch(() => null);
  if (!answer) return 'The server does not answer. Nothing was stored; try again.';
  if (answer.ok) return null;
  const told = (await answer.json().catch(() => null)) as { error?: { message?: string } } | null;
  return told?.error?.message ?? 'The file was not taken. Nothing was stored.';
}

async function photo(board: string, file: File, belongs: Belongs): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return `${file.name}: this browser cannot show it. Save it as JPEG or PNG.`;
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  // Large ones, and what other browsers may not show, are kept as JPEG; what else stands in the file, like a place, goes.
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  canvas.getContext('2d')!.drawImage(picture, 0, 0, width, height);
  const sort = file.type === 'image/png' ? 'image/png' : 'image/jpeg';
  const blob = (await new Promise<Blob | null>((give) => canvas.toBlob(give, sort, QUALITY))) ?? file;
  return send(board, { ...belongs, sort: 'photo', title: titleOf(file), note: '', content: { width, height } }, blob, file.name);
}

async function waveform(board: string, file: File, belongs: Belongs, options: { rate?: number; fullScale?: number }): Promise<string | null> {
  if (file.size > MOST_SAMPLES_FILE)
    return `${file.name}: ${Math.round(file.size / 1024 / 1024)} MB are too many for a browser. Cut it to the part that matters.`;
  const bytes = new Uint8Array(await file.arrayBuffer());
  const recorder = new Recorder();
  try {
    const small = packed(bytes.slice());
    const opened = await recorder.open({ bytes, options });
    if (!('opened' in opened)) return `${file.name}: ${opened.refused}`;
    const { channels, samples, from, to, rate } = opened.opened;
    const view = await recorder.view({ channels: [channels[0]!.name], from, to, width: PREVIEW / 2 });
    const preview = 'view' in view ? (view.view[0]?.value ?? []).map((v) => Number(v.toPrecision(4))) : [];
    const content = {
      channels: channels.map((c) => c.name),
      samples,
      preview: preview.slice(0, 400),
      figures: [],
      ...(options.rate && rate ? { rate: options.rate } : {}),
      ...(options.fullScale ? { fullScale: options.fullScale } : {}),
    };
    const blob = new Blob([(await small) as BlobPart], { type: 'application/gzip' });
    return await send(board, { ...belongs, sort: 'waveform', title: titleOf(file), note: '', content }, blob, file.name);
  } finally {
    recorder.close();
  }
}

const titleOf = (file: File): string =>
  file.name
    .replace(/\.[a-z0-9]+$/i, '')
    .replace(/[_-]+/g, ' ')
    .slice(0, 120) || 'file';

/** Puts files into the logbook, one after another: pictures as pictures, everything else as a record. What went wrong, by file. */
export async function addFiles(
  board: string,
  files: readonly File[],
  belongs: Belongs,
  options: { rate?: number; fullScale?: number },
  done: (n: number) => void,
): Promise<string[]> {
  const problems: string[] = [];
  for (const [i, file] of files.entries()) {
    const problem = file.type.startsWith('image/') ? await photo(board, file, belongs) : await waveform(board, file, belongs, options);
    if (problem) problems.push(problem);
    done(i + 1);
  }
  return problems;
}
