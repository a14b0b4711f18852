export type ThemeName = 'light' | 'dark';
