import type {} from '@rneui/themed/dist/config/colors';
import { createTheme } from './elements.ts';

/** The palette: chalk paper, slate ink, brass for the plumb line and the next step, lake for targets, rust for now, heather for before. */
const light = {
  paper: '#F6F2E9',
  surface: '#FFFDF8',
  sunken: '#ECE6D8',
  hairline: '#CFC7B5',
  ink: '#22303A',
  inkSoft: '#55626B',
  brass: '#7D5E14',
  onBrass: '#FFFDF8',
  lake: '#1C6670',
  lakeWash: '#CFE3E3',
  rust: '#A2391A',
  rustWash: '#F5DDD2',
  heather: '#76557F',
  heatherWash: '#E7DCEA',
};

const dark: Palette = {
  paper: '#14191D',
  surface: '#1D252A',
  sunken: '#0F1316',
  hairline: '#3A464D',
  ink: '#EFE9DC',
  inkSoft: '#B3BAB9',
  brass: '#DDB65C',
  onBrass: '#1B1608',
  lake: '#74C3C7',
  lakeWash: '#1F4347',
  rust: '#F29770',
  rustWash: '#4C2719',
  heather: '#C9ABD4',
  heatherWash: '#3F3145',
};

export type Palette = typeof light;

declare module '@rneui/themed/dist/config/colors' {
  // Our own colours travel in the theme of React Native Elements, so that one switch changes both.
  interface Colors extends Palette {}
}

/** 4-px grid. */
export const space = { xs: 4, s: 8, m: 12, l: 16, xl: 24, xxl: 32 } as const;

export const font = {
  regular: 'SourceSans3_400Regular',
  semibold: 'SourceSans3_600SemiBold',
  bold: 'SourceSans3_600SemiBold',
} as const;

/** Figures of equal width, so that numbers do not dance while dragged. */
export const tabular = { fontVariant: ['tabular-nums' as const] };

export const TARGET_PX = 44;

/** A column of entries is no wider, so that label and field stay together. */
export const READABLE_PX = 520;

/** Two panes from here on. */
export const WIDE_PX = 900;

const asElements = (p: Palette) => ({
  ...p,
  primary: p.brass,
  secondary: p.lake,
  background: p.paper,
  white: p.surface,
  black: p.ink,
  grey0: p.ink,
  grey1: p.inkSoft,
  grey2: p.inkSoft,
  grey3: p.hairline,
  grey4: p.hairline,
  grey5: p.sunken,
  error: p.rust,
  warning: p.rust,
  success: p.lake,
  divider: p.hairline,
  disabled: p.inkSoft,
});

/** The one theme; every component of React Native Elements takes its look from here. */
export const theme = createTheme({
  mode: 'light',
  lightColors: asElements(light),
  darkColors: asElements(dark),
  components: {
    Text: (_props, t) => ({
      style: { color: t.colors.ink, fontFamily: font.regular, fontSize: 16, lineHeight: 22 },
      h1Style: { fontFamily: font.bold, fontSize: 26, lineHeight: 32, fontWeight: undefined },
      h2Style: { fontFamily: font.semibold, fontSize: 20, lineHeight: 26, fontWeight: undefined },
      h3Style: { fontFamily: font.semibold, fontSize: 17, lineHeight: 22, fontWeight: undefined },
      h4Style: {
        fontFamily: font.semibold,
        fontSize: 14,
        lineHeight: 18,
        fontWeight: undefined,
        color: t.colors.inkSoft,
      },
    }),
    Button: (props, t) => {
      const quiet = props.type === 'clear' || props.type === 'outline';
      return {
        buttonStyle: {
          minHeight: TARGET_PX,
          paddingHorizontal: space.l,
          borderRadius: 6,
          ...(props.type === 'outline' ? { borderColor: t.colors.hairline, borderWidth: 1 } : {}),
        },
        titleStyle: {
          fontFamily: font.semibold,
          fontSize: 16,
          color: quiet ? t.colors.brass : t.colors.onBrass,
        },
        // Unusable but readable: the words still say what will be possible.
        disabledStyle: { backgroundColor: t.colors.sunken },
        disabledTitleStyle: { color: t.colors.inkSoft },
      };
    },
    Input: (_props, t) => ({
      containerStyle: { paddingHorizontal: 0 },
      inputContainerStyle: {
        borderWidth: 1,
        borderBottomWidth: 1,
        borderColor: t.colors.inkSoft,
        borderRadius: 6,
        backgroundColor: t.colors.surface,
        paddingHorizontal: space.m,
        minHeight: TARGET_PX,
      },
      inputStyle: { fontFamily: font.regular, fontSize: 17, color: t.colors.ink, minHeight: 40 },
      labelStyle: {
        fontFamily: font.semibold,
        fontSize: 14,
        color: t.colors.inkSoft,
        fontWeight: undefined,
        marginBottom: 4,
      },
      errorStyle: {
        fontFamily: font.regular,
        fontSize: 14,
        color: t.colors.rust,
        margin: 0,
        marginTop: 4,
      },
    }),
    ListItem: (_props, t) => ({
      containerStyle: {
        backgroundColor: 'transparent',
        paddingHorizontal: space.l,
        borderColor: t.colors.hairline,
      },
    }),
    ListItemTitle: (_props, t) => ({
      style: { fontFamily: font.semibold, fontSize: 17, color: t.colors.ink },
    }),
    ListItemSubtitle: (_props, t) => ({
      style: { fontFamily: font.regular, fontSize: 14, color: t.colors.inkSoft },
    }),
    Divider: (_props, t) => ({ color: t.colors.hairline, width: 1 }),
  },
});
