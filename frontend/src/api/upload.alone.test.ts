// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from "vitest";

const MB = 2 ** 20;

/** A server that keeps what it is sent, and breaks off where it is told to. */
class Server {
  received = 0;
  breaks: number[] = [];
  calls: string[] = [];
}
const server = new Server();

vi.stubGlobal(
  "XMLHttpRequest",
  class {
    status = 0;
    response: unknown = null;
    responseType = "";
    upload = { onprogress: (event: { loaded: number; total: number }) => void event };
    onload = () => undefined;
    onerror = () => undefined;
    private address = "";
    open(_: string, address: string) {
      this.address = address;
    }
    setRequestHeader() {
      // Nothing of them is looked at here.
    }
    send(body: Blob) {
      server.calls.push(this.address);
      if (server.breaks.shift()) return setTimeout(this.onerror);
      server.received += body.size;
      this.status = 200;
      this.response = { id: "p", size: 20 * MB, received: server.received, piece: 8 * MB };
      this.upload.onprogress({ loaded: body.size, total: body.size });
      return setTimeout(this.onload);
    }
  },
);
vi.stubGlobal("fetch", async (request: Request) => {
  const path = new URL(request.url).pathname;
  server.calls.push(`${request.method} ${path}`);
  if (path.endsWith("/picture")) return Response.json({ picture: { id: "good" }, known: false });
  return Response.json({ id: "p", size: 20 * MB, received: server.received, piece: 8 * MB });
});

const { PictureSender } = await import("./upload");

describe("a large file", () => {
  beforeEach(() => {
    Object.assign(server, new Server());
  });
  const file = new File([new Uint8Array(20 * MB)], "fog.tif");

  it("goes in pieces, and after a break only what is missing goes again", async () => {
    server.breaks = [0, 1];
    const sender = new PictureSender(file);
    const shares: number[] = [];
    await expect(sender.send((share) => shares.push(share))).rejects.toMatchObject({ status: 0 });
    expect(await sender.send((share) => shares.push(share))).toEqual({
      picture: { id: "good" },
      known: false,
    });
    expect(server.calls).toEqual([
      "POST /api/parcels", "/api/parcels/p?at=0", `/api/parcels/p?at=${8 * MB}`,
      "GET /api/parcels/p", `/api/parcels/p?at=${8 * MB}`, `/api/parcels/p?at=${16 * MB}`, "POST /api/parcels/p/picture",
    ]); // oxfmt-ignore
    expect(shares).toEqual([0.4, 0.8, 1]);
  });

  it("that is small goes whole", async () => {
    await new PictureSender(new File(["x"], "a b.jpg")).send(() => undefined);
    expect(server.calls).toEqual(["/api/pictures?name=a%20b.jpg"]);
  });
});
