// @vitest-environment happy-dom
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { TableFile } from "./TableFile";

/** The most characters of a table that the server takes. */
const TAKEN = 500_000;

it("hands on so much of a table that is too long that it is refused, and not taken in by half", async () => {
  const heard = vi.fn<(text: string) => void>();
  render(<TableFile href="/api/stock.csv" label="A table of the stock" onText={heard} />);
  const file = new File(["medium\n", "x".repeat(2 * TAKEN)], "stock.csv", { type: "text/csv" });
  fireEvent.change(screen.getByLabelText("A table of the stock"), { target: { files: [file] } });
  await waitFor(() => expect(heard).toHaveBeenCalledOnce());
  const length = heard.mock.calls[0]?.[0].length ?? 0;
  expect(length).toBeGreaterThan(TAKEN);
  expect(length).toBeLessThan(2 * TAKEN);
});
