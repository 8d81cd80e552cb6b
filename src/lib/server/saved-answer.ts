import { json } from '@sveltejs/kit';
import { placeText } from '../../core/board/changes.ts';
import { refuse } from './json-body.ts';
import type { Saved } from './repositories/boards.ts';

/** What a tab is told of a change: committed, in conflict with another, refused, or on a board it may not see. */
export function savedAnswer(saved: Saved, label?: string): Response {
  switch (saved.sort) {
    case 'saved':
      return json({ version: saved.version, doc: saved.doc, stacks: saved.stacks, label });
    case 'nothing':
      return json({ version: saved.version, doc: saved.doc, stacks: saved.stacks });
    case 'conflict': {
      const places = saved.conflicts.map((c) => placeText(c.path)).join(', ');
      return refuse(409, `${places} was changed in another tab meanwhile.`, { version: saved.version, doc: saved.doc, conflicts: saved.conflicts });
    }
    case 'refused':
      return refuse(422, 'The change was refused and nothing was stored.', { issues: saved.issues });
    case 'missing':
      return refuse(404, 'There is no such board.');
  }
}
