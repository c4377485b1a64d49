import type { ThemeDefinition } from 'vuetify'

/** Warm neutral paper and ink; one colour for what is live, one for warnings, one for what is to settle. */
export const LIGHT: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#F3EFE5',
    surface: '#FCFAF4',
    desk: '#E7E2D6',
    film: '#F3EFE5',
    paper: '#FCFAF4',
    sheet: '#FFFFFF',
    ink: '#1E2A38',
    'soft-ink': '#565E6A',
    hairline: '#D3CCBC',
    live: '#096E69',
    'live-wash': '#DCEDE9',
    primary: '#096E69',
    error: '#A63A2B',
    warning: '#A63A2B',
    settle: '#835A0C',
    'settle-wash': '#F4E6C4',
    'on-background': '#1E2A38',
    'on-surface': '#1E2A38',
    'on-primary': '#FFFFFF',
  },
}

export const DARK: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#201F1C',
    surface: '#292824',
    desk: '#191815',
    film: '#24231F',
    paper: '#2A2925',
    sheet: '#F4F1E9',
    ink: '#ECE6D9',
    'soft-ink': '#AFA99C',
    hairline: '#45423A',
    live: '#5CC5BC',
    'live-wash': '#20413E',
    primary: '#5CC5BC',
    error: '#EE9384',
    warning: '#EE9384',
    settle: '#E6BE6E',
    'settle-wash': '#443718',
    'on-background': '#ECE6D9',
    'on-surface': '#ECE6D9',
    'on-primary': '#10201F',
  },
}
