/** What whoever runs the server should be able to read later: who came and went, who was turned away. No secrets, no boards. */
export const event = (what: string, about: Readonly<Record<string, string>>): void =>
  console.log(
    new Date().toISOString(),
    what,
    Object.entries(about)
      .map(([key, value]) => `${key}=${JSON.stringify(value)}`)
      .join(' '),
  );
