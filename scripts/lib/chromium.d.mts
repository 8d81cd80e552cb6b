import type { LaunchOptions } from '@playwright/test';

export function chromiumOptions(): Promise<LaunchOptions>;
