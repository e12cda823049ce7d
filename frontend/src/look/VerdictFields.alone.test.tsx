// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import type { PictureFacts } from "../api/types";

/** A server whose first answer takes longer than all that come after it. */
const server = vi.hoisted(() => ({
  stands: { verdict: "", note: "" },
  asked: 0,
  PUT: async (_: string, { body }: { body: { verdict: string; note: string } }) => {
    await new Promise((resolve) => setTimeout(resolve, server.asked++ === 0 ? 30 : 1));
    server.stands = body;
    return body;
  },
}));
vi.mock("../api/client", () => ({ client: server, must: (answer: unknown) => answer }));
const { VerdictFields } = await import("./VerdictFields");

it("a note written while the verdict is still on its way is kept with it", async () => {
  const picture = { id: "one", verdict: "", note: "" } as PictureFacts;
  render(
    <QueryClientProvider client={new QueryClient()}>
      <VerdictFields picture={picture} />
    </QueryClientProvider>,
  );
  fireEvent.click(screen.getByRole("button", { name: "Acceptable" }));
  const note = screen.getByLabelText("Note");
  fireEvent.change(note, { target: { value: "soft in the corners" } });
  fireEvent.blur(note);
  await waitFor(() => expect(screen.getByRole("status").textContent).toBe("Kept with the picture."));
  await new Promise((resolve) => setTimeout(resolve, 40));
  expect(server.stands).toEqual({ verdict: "bearable", note: "soft in the corners" });
});

it("a note taken back before it has come round is taken back on the server too", async () => {
  const picture = { id: "two", verdict: "good", note: "sharp" } as PictureFacts;
  render(
    <QueryClientProvider client={new QueryClient()}>
      <VerdictFields picture={picture} />
    </QueryClientProvider>,
  );
  const note = screen.getAllByLabelText("Note").at(-1) as HTMLElement;
  for (const value of ["sharp, a little dark", "sharp"]) {
    fireEvent.change(note, { target: { value } });
    fireEvent.blur(note);
  }
  await waitFor(() => expect(server.stands).toEqual({ verdict: "good", note: "sharp" }));
});
