// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { TableCell } from "./TableCell";

afterEach(cleanup);
const cell = () => screen.getByLabelText<HTMLInputElement>("px");

describe("a cell of a table that is saved as a whole", () => {
  it("keeps what is being typed while another cell's change comes back saved", () => {
    const on = vi.fn();
    const { rerender } = render(<TableCell label="px" value="10" refusedAt={undefined} onMeant={on} />);
    fireEvent.change(cell(), { target: { value: "many" } });
    rerender(<TableCell label="px" value="10 × 10" refusedAt={undefined} onMeant={on} />);
    expect(cell().value).toBe("many");
  });

  it("keeps what was refused until it is mended or given back", () => {
    const on = vi.fn();
    const { rerender } = render(<TableCell label="px" value="clean" refusedAt={undefined} onMeant={on} />);
    fireEvent.change(cell(), { target: { value: "finest" } });
    fireEvent.blur(cell());
    expect(on).toHaveBeenCalledWith("finest");
    rerender(<TableCell label="px" value="finest" refusedAt={undefined} onMeant={on} />);
    rerender(<TableCell label="px" value="clean" refusedAt={3} onMeant={on} />);
    expect(cell().value).toBe("finest");
    fireEvent.keyDown(cell(), { key: "Escape" });
    expect(cell().value).toBe("clean");
  });

  it("shows what was taken back, though something else was meant before", () => {
    const on = vi.fn();
    const { rerender } = render(<TableCell label="px" value="10" refusedAt={undefined} onMeant={on} />);
    fireEvent.change(cell(), { target: { value: "20" } });
    fireEvent.blur(cell());
    rerender(<TableCell label="px" value="20" refusedAt={undefined} onMeant={on} />);
    rerender(<TableCell label="px" value="10" refusedAt={undefined} onMeant={on} />);
    expect(cell().value).toBe("10");
  });
});
