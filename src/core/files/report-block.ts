/** A piece of a report, whatever it is written as. */
export type Block =
  | { sort: 'heading'; level: 1 | 2; text: string }
  | { sort: 'text'; text: string; strong?: true }
  | { sort: 'list'; items: { mark?: string; text: string; done?: boolean }[] }
  | { sort: 'table'; head: string[]; rows: string[][] }
  /** Where a figure of a stage stands, in what can show one. */
  | { sort: 'figure'; stage: string };

/** What somebody typed, as text that neither becomes a heading, a link, a list nor HTML. */
const plain = (text: string): string => text.replace(/[\\`*_{}[\]<>#|~]/g, '\\$&').replace(/^(\s*)([-+]|\d+\.)(?=\s)/gm, '$1\\$2');
const cell = (text: string) => text.replace(/[|<>[\]]/g, '\\$&').replaceAll('\n', ' ');
export const heading = (text: string, level: 1 | 2 = 2): Block => ({ sort: 'heading', level, text });
export const text = (words: string): Block => ({ sort: 'text', text: words });
export const table = (head: string[], rows: string[][]): Block[] => (rows.length ? [{ sort: 'table', head, rows }] : []);
/** A heading and a list under it; nothing where the list is empty. */
export const section = (title: string, items: readonly { mark?: string; text: string; done?: boolean }[]): Block[] =>
  items.length ? [heading(title), { sort: 'list', items: [...items] }] : [];

/** A piece of a report in Markdown. */
export function markdownOf(b: Block): string {
  switch (b.sort) {
    case 'heading':
      return `${'#'.repeat(b.level)} ${plain(b.text)}\n\n`;
    case 'text':
      return `${plain(b.text)}\n\n`;
    case 'list':
      return `${b.items.map((i) => `- ${i.done === undefined ? '' : `[${i.done ? 'x' : ' '}] `}${i.mark ? `**${i.mark}** ` : ''}${plain(i.text)}\n`).join('')}\n`;
    case 'table':
      return `| ${b.head.join(' | ')} |\n|${b.head.map(() => '---').join('|')}|\n${b.rows.map((r) => `| ${r.map(cell).join(' | ')} |\n`).join('')}\n`;
    case 'figure':
      return '';
  }
}
