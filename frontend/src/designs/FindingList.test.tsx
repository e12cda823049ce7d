// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it, vi } from "vitest";
import type { Finding } from "../api/types";
import { FindingList } from "./FindingList";

const finding = (id: string, label: string) =>
  ({ id, level: "warn", text: `${label}.`, fix: { changes: {} }, fix_label: label }) as unknown as Finding;

const list = (findings: Finding[]) => (
  <QueryClientProvider client={new QueryClient()}>
    <MemoryRouter>
      <FindingList findings={findings} onFix={vi.fn<() => void>()} />
    </MemoryRouter>
  </QueryClientProvider>
);

it("leaves a button that is being pressed in its place when a finding above comes or goes", () => {
  const room = finding("room-shallow", "Stand at 2 m");
  const shown = render(list([finding("soft", "Print it smaller"), room]));
  const pressed = screen.getByRole("button", { name: "Stand at 2 m" });
  shown.rerender(list([room]));
  expect(screen.getByRole("button", { name: "Stand at 2 m" })).toBe(pressed);
  shown.rerender(list([finding("soft", "Print it smaller"), finding("dark", "Lighten it"), room]));
  expect(screen.getByRole("button", { name: "Stand at 2 m" })).toBe(pressed);
});

it("tells two findings of one kind apart", () => {
  render(list([finding("edge", "First"), finding("edge", "Second")]));
  expect(screen.getAllByRole("button", { name: /First|Second/ })).toHaveLength(2);
});
