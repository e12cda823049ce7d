// @vitest-environment happy-dom
import { act, render } from "@testing-library/react";
import { createElement } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";

const sendPicture = vi.fn();
vi.mock("../api/upload", () => ({
  PictureSender: class {
    constructor(private readonly file: File) {}
    send = (progress: (share: number) => void) => sendPicture(this.file, progress);
  },
}));
const posted: unknown[] = [];
const removed: string[] = [];
let away = 0;
vi.stubGlobal("fetch", async (request: Request) => {
  if (request.method === "POST") {
    posted.push(await request.json());
    return Response.json({ id: posted.length });
  }
  if (request.method === "DELETE") {
    const { pathname, search } = new URL(request.url);
    removed.push(pathname + search);
    return new Response(null, { status: 204 });
  }
  if (away-- > 0) return Response.json({ message: "away", problems: [] }, { status: 503 });
  const damaged = request.url.endsWith("/cut");
  return Response.json(
    damaged ? { id: "cut", state: "refused", problem: "ends too soon" } : { id: "good", state: "ready" },
  );
});

// Only now, so that the client finds the stand-ins above.
const { ApiProblem } = await import("../api/client");
const { arrivals, onArrival, useArrivalStore } = await import("./arrivalStore");
const { ProofImage } = await import("../drawing/ProofImage");
const { smallProof } = await import("../drawing/awaitedProofs");
const { stillUnderWay } = await import("../session/useSession");
const store = () => useArrivalStore.getState();
const file = (name: string) => new File(["x"], name);
const told = () => store().rows.map((row) => [row.name, row.state, row.words]);

describe("bringing files", () => {
  beforeEach(() => {
    useArrivalStore.setState({ rows: [] });
    sendPicture.mockReset();
    [posted.length, removed.length, away] = [0, 0, 0];
  });

  it("takes one after the other and tells of each", async () => {
    const jobs: unknown[] = [];
    onArrival({ begun: (job) => jobs.push(["begun", job]), arrived: (...what) => jobs.push(what) });
    sendPicture.mockImplementation((given: File, progress: (share: number) => void) => {
      progress(0.5);
      if (given.name === "letter.tif") return Promise.reject(new ApiProblem(422, "not a picture"));
      const id = given.name === "cut.jpg" ? "cut" : "good";
      return Promise.resolve({ picture: { id, state: "reading" }, known: given.name === "again.jpg" });
    });
    await store().bring(3, ["good.jpg", "letter.tif", "cut.jpg", "again.jpg"].map(file));
    expect(told()).toEqual([
      ["good.jpg", "ready", ""],
      ["letter.tif", "refused", "not a picture"],
      ["cut.jpg", "refused", "ends too soon"],
      ["again.jpg", "ready", "known already, one file kept"],
    ]);
    // A print is begun while its picture is read, and goes with one that is damaged.
    expect(posted).toEqual([{ picture: "good" }, { picture: "cut" }, { picture: "good" }]);
    expect(removed).toEqual(["/api/prints/2?for_good=true"]);
    // Those with others behind them have no row before their picture; that of a damaged one goes.
    expect(jobs).toEqual([
      [3, "good"],
      ["begun", 3],
      ["begun", 3],
      [3, "good"],
    ]);
    store().clear(4);
    expect(store().rows).toHaveLength(4);
    store().clear(3);
    expect(store().rows).toEqual([]);
  });

  it("has the row of a single file before its picture, whose pixels are asked for when they are there", async () => {
    const href = smallProof("good");
    const { container } = render(createElement("svg", {}, createElement(ProofImage, { href })));
    const asked = () => container.querySelector("image")?.getAttribute("href");
    const steps: unknown[] = [];
    onArrival({ begun: () => steps.push(["begun", asked()]), arrived: () => steps.push("arrived") });
    sendPicture.mockResolvedValue({ picture: { id: "good", state: "reading" }, known: false });
    await act(() => store().bring(3, [file("fog.jpg")]));
    expect([...steps, asked()]).toEqual([["begun", null], "arrived", href]);
  });

  it("sends again what broke off, in its order, and at once when told to", async () => {
    sendPicture
      .mockRejectedValueOnce(new ApiProblem(0, "no line"))
      .mockResolvedValue({ picture: { id: "good", state: "ready" }, known: false });
    const done = store().bring(3, ["first.jpg", "second.jpg"].map(file));
    await vi.waitFor(() => expect(store().rows[0]?.state).toBe("away"));
    expect(store().rows[1]?.state).toBe("waiting");
    // A window that closes, or an owner who signs out, would take them along, and is told so.
    expect([arrivals.unsaved(), stillUnderWay()]).toEqual([true, ["2 files on the way"]]);
    store().hurry();
    await done;
    expect([arrivals.unsaved(), stillUnderWay()]).toEqual([false, []]);
    expect(told().map(([name, state]) => [name, state])).toEqual([
      ["first.jpg", "ready"],
      ["second.jpg", "ready"],
    ]);
    expect(sendPicture.mock.calls.map(([given]) => (given as File).name)).toEqual([
      "first.jpg",
      "first.jpg",
      "second.jpg",
    ]);
  });

  it("makes one print of a file, though the server was away when its reading was asked for", async () => {
    sendPicture.mockResolvedValue({ picture: { id: "good", state: "reading" }, known: false });
    away = 1;
    const done = store().bring(3, [file("fog.jpg")]);
    await vi.waitFor(() => expect(store().rows[0]?.state).toBe("away"));
    store().hurry();
    await done;
    expect(told()).toEqual([["fog.jpg", "ready", ""]]);
    expect(posted).toHaveLength(1);
  });

  it("sends again by hand what was refused", async () => {
    sendPicture
      .mockRejectedValueOnce(new ApiProblem(413, "no room"))
      .mockResolvedValue({ picture: { id: "good", state: "ready" }, known: false });
    await store().bring(3, [file("large.tif")]);
    const row = store().rows[0];
    expect(row).toMatchObject({ state: "refused", words: "no room" });
    await store().again(row?.key ?? 0);
    expect(told()).toEqual([["large.tif", "ready", ""]]);
  });
});
