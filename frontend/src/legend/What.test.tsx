// @vitest-environment happy-dom
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeAll, expect, it } from "vitest";
import { Around, NO_LEGEND } from "./legend.testing";
import { What } from "./What";

const bleed = {
  word: "Bleed",
  says: "Picture beyond the finished size that is cut away.",
  rule: "file = trim + bleed on both sides",
  read: "one-print#edge",
};
const legend = { ...NO_LEGEND, words: { bleed } };
const leaf = () => screen.queryByText(bleed.says);

beforeAll(() => {
  // The browser's own top layer is not here; what is drawn is.
  HTMLElement.prototype.showPopover = () => undefined;
});

it("tells by press, with the rule and where to read on, and Escape closes it", async () => {
  render(<What about="word:bleed" />, { wrapper: (props) => <Around legend={legend} {...props} /> });
  const mark = await screen.findByRole("button", { name: "What is Bleed?" });
  expect(leaf()).toBeNull();
  await userEvent.click(mark);
  expect(leaf()).toBeInTheDocument();
  expect(screen.getByText(bleed.rule)).toBeInTheDocument();
  expect(screen.getByRole("link")).toHaveAttribute("href", "/handbook/one-print#edge");
  await userEvent.keyboard("{Escape}");
  expect(leaf()).toBeNull();
});

it("tells by focus and by hover", async () => {
  render(<What about="word:bleed">Bleed</What>, {
    wrapper: (props) => <Around legend={legend} {...props} />,
  });
  const word = await screen.findByRole("button", { name: "Bleed" });
  fireEvent.mouseEnter(word);
  await waitFor(() => expect(leaf()).toBeInTheDocument());
  fireEvent.mouseLeave(word);
  await waitFor(() => expect(leaf()).toBeNull());
  await userEvent.tab();
  await waitFor(() => expect(leaf()).toBeInTheDocument());
});

it("leaves a word as it is where the legend says nothing of it", () => {
  render(<What about="word:unheard">Unheard</What>, { wrapper: Around });
  expect(screen.getByText("Unheard")).toBeInTheDocument();
  expect(screen.queryByRole("button")).toBeNull();
});
