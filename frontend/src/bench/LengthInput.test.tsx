import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { TypedInput } from "./LengthInput";

function setUp(read: (text: string) => Promise<string>) {
  const onRead = vi.fn();
  const onDone = vi.fn();
  render(<TypedInput label="Every side" value="2 in" unit="in" read={read} onRead={onRead} onDone={onDone} />);
  return { onRead, onDone, field: screen.getByLabelText("Every side") };
}

describe("a typed length", () => {
  it("is read while it is typed and done on Enter", async () => {
    const { onRead, onDone, field } = setUp(async (text) => `${text} in`);
    await userEvent.clear(field);
    await userEvent.type(field, "3{Enter}");
    expect(onRead).toHaveBeenLastCalledWith("3 in", true);
    expect(onDone).toHaveBeenCalled();
  });

  it("is settled by an answer that comes after Enter", async () => {
    const waiting: (() => void)[] = [];
    const { onRead, field } = setUp((text) => new Promise((resolve) => waiting.push(() => resolve(text))));
    await userEvent.clear(field);
    await userEvent.type(field, "3{Enter}");
    while (waiting.length) {
      waiting.shift()?.();
      await new Promise((resolve) => setTimeout(resolve));
    }
    expect(onRead).toHaveBeenLastCalledWith("3", false);
  });

  it("says what was not understood and keeps what the print had", async () => {
    const { onRead, field } = setUp(() => Promise.reject(new Error("“1/” is half a fraction")));
    await userEvent.clear(field);
    await userEvent.type(field, "1/");
    expect(await screen.findByRole("alert")).toHaveTextContent("“1/” is half a fraction. The print keeps 2 in.");
    expect(onRead).not.toHaveBeenCalled();
    expect(field).toHaveAttribute("aria-invalid", "true");
    await userEvent.type(field, "{Escape}");
    expect(field).toHaveValue("2 in");
    expect(screen.queryByRole("alert")).toBeNull();
  });
});
