import { fail } from '@sveltejs/kit';
import type { Issue } from '../../core/files/issues.ts';

/** Text of a form field, trimmed; empty when it is missing or a file. */
export function textOf(form: FormData, name: string, most = 2000): string {
  const value = form.get(name);
  return typeof value === 'string' ? value.trim().slice(0, most) : '';
}

/** Passwords are taken as typed. */
export function secretOf(form: FormData, name: string): string {
  const value = form.get(name);
  return typeof value === 'string' ? value.slice(0, 1000) : '';
}

const MOST_ISSUES = 8;

/** An answer to a file that cannot be read, with the first of what is wrong and where. */
export const notTaken = (form: string, issues: readonly Issue[]) =>
  problem(
    form,
    `The file was not taken and nothing was stored.\n${issues
      .slice(0, MOST_ISSUES)
      .map((i) => `${i.path || 'file'}: ${i.message}`)
      .join('\n')}`,
    {},
    422,
  );

/** An answer to a form: which form, what is wrong, and what was typed. */
export const problem = (form: string, message: string, typed: Record<string, string> = {}, status = 400) => fail(status, { form, message, typed });
