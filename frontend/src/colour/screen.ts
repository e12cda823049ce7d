/** How wide this screen's colours are, as far as the browser knows and shows them. */
export const screenSpace = (): PredefinedColorSpace =>
  window.matchMedia("(color-gamut: p3)").matches ? "display-p3" : "srgb";
