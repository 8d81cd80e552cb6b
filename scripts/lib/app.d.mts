export function startApp(options: {
  build: string;
  database: string;
  wanted?: number;
  log?: string;
  env?: Record<string, string>;
}): Promise<{ address: string; pid: number; port: number; ended: Promise<number>; stop: () => Promise<void> }>;
