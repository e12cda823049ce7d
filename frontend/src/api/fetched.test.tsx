// @vitest-environment happy-dom
import { render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { fetched } from "./fetched";

const page = () => <h1>The matrix</h1>;

it("is fetched when it is shown, and is there at once when it was begun before", async () => {
  const load = vi.fn<() => Promise<typeof page>>().mockResolvedValue(page);
  const Page = fetched(load, () => <p>meanwhile</p>);
  const first = render(<Page />);
  expect(screen.getByText("meanwhile")).toBeInTheDocument();
  expect(await screen.findByText("The matrix")).toBeInTheDocument();
  first.unmount();
  const Begun = fetched(load);
  await Begun.begin();
  render(<Begun />);
  expect(screen.getByText("The matrix")).toBeInTheDocument();
});

it("shows what comes between its first drawing and its asking", async () => {
  const load = vi.fn<() => Promise<typeof page>>().mockResolvedValue(page);
  const Page = fetched(load);
  const begun = Page.begin();
  render(<Page />);
  await begun;
  expect(await screen.findByText("The matrix")).toBeInTheDocument();
});
