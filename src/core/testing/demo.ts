import type { BoardDoc } from '../board/document.ts';
import { setGiven, setPart } from '../board/edit.ts';
import { checkBoard } from '../files/board-file.ts';

/** A demo board as its file has it. @throws with what is wrong */
export function demoBoard(json: unknown): BoardDoc {
  const read = checkBoard(json);
  if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('\n'));
  return read.value;
}

/** The weigh-house supply, as its file has it, with its mistakes mended: larger windings and reservoirs, vents, a better sink. */
export function mendedSupply(supply: unknown): BoardDoc {
  let doc = demoBoard(supply);
  const part = (stage: string, slot: string, change: object) => {
    doc = setPart(doc, stage, slot, { ...doc.stages.find((s) => s.id === stage)!.parts![slot], ...change });
  };
  for (const [stage, va, farads] of [
    ['raw-plus', 12, 2.2e-3],
    ['raw-minus', 8, 2.2e-3],
    ['raw-five', 10, 4.7e-3],
  ] as const) {
    doc = setGiven(doc, stage, 'transformerVa', va);
    part(stage, 'C1', { value: farads });
  }
  const vents = { style: 'vented', ventInlet: 2e-3, ventOutlet: 2e-3, ventHeight: 0.1 };
  for (const [name, value] of Object.entries(vents)) doc = setGiven(doc, 'case', name, value);
  part('sink', 'H1', { sinkToAmbient: 2.5 });
  return doc;
}
