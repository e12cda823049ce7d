// Bringing files: with progress, which only XMLHttpRequest reports for what is sent.
import { isAway } from "./away";
import { client, credentials, must, NO_ANSWER, ApiProblem, problemOf } from "./client";
import type { JobState, PictureFacts } from "./types";

export interface Arrival {
  picture: PictureFacts;
  known: boolean;
}

/** A file that comes in pieces: where it is on the server, and how far. */
export interface Parcel {
  id: string;
  size: number;
  received: number;
  piece: number;
}

/** A smaller file is sent whole: to send it again costs no more than to ask how far it is. */
const IN_PIECES_FROM = 8 * 2 ** 20;

/** Send bytes as they are; `progress` is called with the share sent, 0 to 1. */
function send<T>(
  method: "POST" | "PUT",
  address: string,
  body: Blob,
  progress: (share: number) => void,
): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open(method, address);
    for (const [name, said] of Object.entries(credentials(method))) request.setRequestHeader(name, said);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.responseType = "json";
    request.upload.onprogress = (event) => progress(event.loaded / Math.max(1, event.total));
    request.onerror = () => reject(new ApiProblem(0, NO_ANSWER));
    request.onload = () => {
      if (request.status === 200) resolve(request.response as T);
      else reject(problemOf(request.status, request.response));
    };
    request.send(body);
  });
}

/**
 * Sends a picture. A large one goes in pieces, and a Sender that is asked again after a break goes on
 * where the server has it; one whose parcel the server has given up begins anew.
 */
export class PictureSender {
  private parcel: Parcel | null = null;

  constructor(private readonly file: File) {}

  async send(progress: (share: number) => void): Promise<Arrival> {
    const { file } = this;
    if (file.size < IN_PIECES_FROM)
      return send("POST", `/api/pictures?name=${encodeURIComponent(file.name)}`, file, progress);
    let parcel = await this.place();
    while (parcel.received < parcel.size) {
      const at = parcel.received;
      const piece = file.slice(at, at + parcel.piece);
      parcel = await send<Parcel>("PUT", `/api/parcels/${parcel.id}?at=${at}`, piece, (share) =>
        progress((at + share * piece.size) / file.size),
      );
      this.parcel = parcel;
    }
    const path = { params: { path: { parcel_id: parcel.id } } };
    try {
      return await must(client.POST("/api/parcels/{parcel_id}/picture", path));
    } catch (error) {
      // A picture that was refused has no parcel any more.
      if (!isAway(error)) this.parcel = null;
      throw error;
    }
  }

  /** Where the server has the file; a new parcel where there is none. */
  private async place(): Promise<Parcel> {
    if (this.parcel) {
      try {
        return await must(
          client.GET("/api/parcels/{parcel_id}", { params: { path: { parcel_id: this.parcel.id } } }),
        );
      } catch (error) {
        if ((error as ApiProblem).status !== 404) throw error;
      }
    }
    this.parcel = await must(
      client.POST("/api/parcels", { body: { name: this.file.name, size: this.file.size } }),
    );
    return this.parcel;
  }
}

export function sendArchive(file: File, progress: (share: number) => void): Promise<JobState> {
  return send("POST", "/api/jobs/archive", file, progress);
}
