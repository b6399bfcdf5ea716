/** Limewash and ink: the colours and faces of `look`, as a Mantine theme. */
import { createTheme, type MantineColorsTuple } from '@mantine/core';

const verdigris: MantineColorsTuple = [
  '#e8f3f0',
  '#cfe5df',
  '#a5cfc4',
  '#79b8a9',
  '#55a594',
  '#3a9080',
  '#2a8475',
  '#1f7a6b',
  '#186558',
  '#0f4c42',
];

/** The ink of a button by its kind: on verdigris, or verdigris itself. */
const BUTTON_INK: Record<string, Record<string, string>> = {
  filled: { '--button-color': 'var(--on-verd)' },
  subtle: { '--button-color': 'var(--verd-deep)' },
};

export const theme = createTheme({
  primaryColor: 'verdigris',
  primaryShade: { light: 7, dark: 3 },
  autoContrast: true,
  colors: { verdigris },
  fontFamily: '"Atkinson Hyperlegible Next Variable", "Atkinson Hyperlegible Next", sans-serif',
  headings: { fontFamily: '"Bitter Variable", Bitter, serif', fontWeight: '700' },
  defaultRadius: 3,
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Button: {
      vars: (_theme: unknown, { variant }: { variant?: string }) => ({
        root: BUTTON_INK[variant ?? 'filled'] ?? {},
      }),
    },
    Popover: {
      defaultProps: { shadow: 'sm', withArrow: false, trapFocus: true, returnFocus: true },
    },
  },
});
