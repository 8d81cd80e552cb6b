import { fail } from '@sveltejs/kit';

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

/** An answer to a form: which form, what is wrong, and what was typed. */
export const problem = (form: string, message: string, typed: Record<string, string> = {}, status = 400) => fail(status, { form, message, typed });
