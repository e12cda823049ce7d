// Bringing files: with progress, which only XMLHttpRequest reports for what is sent.
import { csrfToken, NO_ANSWER, ApiProblem, problemOf } from "./client";
import type { JobSlip, PictureFacts } from "./types";

export interface Arrival {
  picture: PictureFacts;
  known: boolean;
}

/** Send a file as it is; `progress` is called with the share sent, 0 to 1. */
function send<T>(address: string, file: File, progress: (share: number) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.setRequestHeader("X-CSRFToken", csrfToken());
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.responseType = "json";
    request.upload.onprogress = (event) => progress(event.loaded / Math.max(1, event.total));
    request.onerror = () => reject(new ApiProblem(0, NO_ANSWER));
    request.onload = () => {
      if (request.status === 200) resolve(request.response as T);
      else reject(problemOf(request.status, request.response));
    };
    request.send(file);
  });
}

export function sendPicture(file: File, progress: (share: number) => void): Promise<Arrival> {
  return send(`/api/pictures?name=${encodeURIComponent(file.name)}`, file, progress);
}

export function sendArchive(file: File, progress: (share: number) => void): Promise<JobSlip> {
  return send("/api/jobs/archive", file, progress);
}
