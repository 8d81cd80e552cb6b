export const THEME_COOKIE = 'spark-sum-theme';
export const THEMES = ['auto', 'light', 'dark'] as const;
export type Theme = (typeof THEMES)[number];

/** Any text to a theme: what is not one is `auto`. */
export const themeOf = (value: string | undefined): Theme => THEMES.find((t) => t === value) ?? 'auto';
