/** Line icons of Fellmist's own, on a 20 x 20 grid. */
export const ICONS = {
  shelf: 'M3 5.5h14M3 14.5h14M5.5 5.5v-3M9 5.5v-3M6 14.5v-5M11 14.5v-5M14 14.5l1-4.6M5 14.5v3M15 14.5v3',
  larder: 'M7 2.5h6M7.5 2.5v3l-2 2.2v9.3h9v-9.3l-2-2.2v-3M5.5 10.5h9',
  bench: 'M2.5 7.5h15M10 7.5v9M6 16.5h8M10 7.5v-3M4.5 7.5l-1.6 4.4h4.2zM15.5 7.5l-1.6 4.4h4.2z',
  sun: 'M10 6.4a3.6 3.6 0 1 0 0 7.2 3.6 3.6 0 0 0 0-7.2zM10 1.8v2M10 16.2v2M1.8 10h2M16.2 10h2M4.2 4.2l1.4 1.4M14.4 14.4l1.4 1.4M15.8 4.2l-1.4 1.4M5.6 14.4l-1.4 1.4',
  moon: 'M15.8 12.4a6.6 6.6 0 0 1-8.2-8.2 6.6 6.6 0 1 0 8.2 8.2z',
  keys: 'M2.5 5.5h15v9h-15zM5.5 8.5h.1M8.5 8.5h.1M11.5 8.5h.1M14.5 8.5h.1M6.5 11.5h7',
} as const;

export type IconName = keyof typeof ICONS;
