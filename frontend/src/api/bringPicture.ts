// A picture from a disk to the server, sent and read through, for whoever needs it there.
import { isAway, pause } from "./away";
import { client, must } from "./client";
import type { PictureFacts } from "./types";
import { PictureSender } from "./upload";

const POLL_MS = 120;
const MOST_TRIES = 30;

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Wait until a worker has read the whole file. */
export async function readThrough(picture: PictureFacts, every = POLL_MS): Promise<PictureFacts> {
  let now = picture;
  while (now.state === "reading") {
    await wait(every);
    now = await must(
      client.GET("/api/pictures/{picture_id}", { params: { path: { picture_id: picture.id } } }),
    );
  }
  return now;
}

/** While the server is away it is sent again, and goes on where it was. */
async function sent(sender: PictureSender, progress: (share: number) => void) {
  for (let tries = 0; ; tries++) {
    try {
      return await sender.send(progress);
    } catch (error) {
      if (!isAway(error) || tries >= MOST_TRIES) throw error;
      await wait(pause(tries));
    }
  }
}

/** Sends one file and waits until it is read. Throws what is wrong, in words. */
export async function bringPicture(file: File, progress: (share: number) => void): Promise<PictureFacts> {
  const { picture } = await sent(new PictureSender(file), progress);
  const read = await readThrough(picture);
  if (read.state === "refused") throw new Error(read.problem);
  return read;
}
