// @vitest-environment happy-dom
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { Coming } from "./Coming";

const query = (change: object) =>
  ({
    data: undefined,
    error: null,
    failureCount: 0,
    refetch: vi.fn(),
    ...change,
  }) as unknown as Parameters<typeof Coming>[0]["query"];

describe("a page whose content is not there yet", () => {
  it("says that there is no connection, and offers to try", async () => {
    const asked = query({ failureCount: 2 });
    render(<Coming query={asked} what="The job" />);
    expect(screen.getByRole("alert")).toHaveTextContent(
      "The job could not be fetched: there is no connection.",
    );
    await userEvent.click(screen.getByRole("button", { name: "Try now" }));
    expect(asked.refetch).toHaveBeenCalled();
  });

  it("says what went wrong, waits quietly for a moment, and makes way", async () => {
    const { rerender, container } = render(<Coming query={query({})} what="The job" />);
    expect(container).toBeEmptyDOMElement();
    expect(await screen.findByText("The job is fetched…")).toBeInTheDocument();
    rerender(<Coming query={query({ error: new Error("There is no such job.") })} what="The job" />);
    expect(screen.getByRole("alert")).toHaveTextContent("There is no such job.");
    rerender(<Coming query={query({ data: {} })} what="The job" />);
    expect(container).toBeEmptyDOMElement();
  });
});
