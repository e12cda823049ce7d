/** Where the bench scrolls as one page (bench.css): what stands beside a list elsewhere stands below it there. */
export const NARROW = "(max-width: 860px)";

/** After a pick in a list: where its panel stands below, it comes into view. `panel` is the panel's id. */
export function showPanelBelow(panel: string) {
  if (window.matchMedia(NARROW).matches) document.getElementById(panel)?.scrollIntoView();
}
