import { createTheme } from "@mui/material/styles";

// The drawings take their colours from tokens.css; the components are given the same ones here.
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "class" },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: "#17505A", contrastText: "#F7F3EA" },
        secondary: { main: "#744600", contrastText: "#F7F3EA" },
        error: { main: "#9A2A1D" },
        background: { default: "#F7F3EA", paper: "#FFFDF7" },
        text: { primary: "#1C2B2D", secondary: "#475657" },
        divider: "#DDD3BE",
      },
    },
    dark: {
      palette: {
        primary: { main: "#8FD0D6", contrastText: "#0D2A30" },
        secondary: { main: "#F0B766", contrastText: "#121C1C" },
        error: { main: "#FF9B8C" },
        background: { default: "#121C1C", paper: "#1A2727" },
        text: { primary: "#F1ECE1", secondary: "#BCC8C5" },
        divider: "#33443F",
      },
    },
  },
  typography: {
    fontFamily: "var(--text)",
    button: { textTransform: "none", fontWeight: 700, fontSize: 16 },
  },
  shape: { borderRadius: 10 },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: 44, borderWidth: 2 } },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiTextField: { defaultProps: { variant: "outlined", fullWidth: true } },
    MuiFormHelperText: {
      styleOverrides: { root: { "&.Mui-disabled": { color: "var(--ink-soft)" } } },
    },
    MuiTooltip: { defaultProps: { arrow: true } },
  },
});
