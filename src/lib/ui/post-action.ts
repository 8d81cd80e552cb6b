/** Sends a form action without leaving the page; what the server answers, as SvelteKit writes it. */
export async function postAction(address: string, fields: Readonly<Record<string, string>>): Promise<{ type: string }> {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  const answer = await fetch(address, { method: 'POST', body: form, headers: { 'x-sveltekit-action': 'true', accept: 'application/json' } });
  return (await answer.json()) as { type: string };
}
