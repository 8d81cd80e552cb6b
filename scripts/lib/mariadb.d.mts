export function startDatabase(
  folder: string,
  options?: { onInit?: () => void; wanted?: number },
): Promise<{ url: string; port: number; pid: number; ended: Promise<unknown>; stop: () => Promise<void> }>;
