// Files on their way in. They belong to the app, not to a page: they go on while somebody walks about.
import { create } from "zustand";
import { isAway, pause } from "../api/away";
import { readThrough } from "../api/bringPicture";
import { client, must } from "../api/client";
import { PictureSender } from "../api/upload";
import { awaitProof, smallProof } from "../drawing/awaitedProofs";
import { onSignOut } from "../session/useSession";

/** A file on its way in; `away` waits for the server and is sent again by itself. */
export interface Arriving {
  key: number;
  job: number;
  name: string;
  share: number;
  state: "waiting" | "sending" | "away" | "reading" | "ready" | "refused";
  words: string;
}

interface ArrivalStore {
  rows: Arriving[];
  /** Files that have no job yet: one is asked for, or made where there is none. */
  homeless: File[];
  give: (files: File[]) => void;
  /** Files of folders that are no pictures, by the job that they were brought to. */
  passed: Record<number, number>;
  /** Bring files into a job, one after the other, each becoming a print of it; beside them so many were `passed` over. */
  bring: (job: number, files: File[], passed?: number) => Promise<void>;
  /** Send again what was refused. */
  again: (key: number) => Promise<void>;
  /** Try at once what waits for the server. */
  hurry: () => void;
  clear: (job: number) => void;
}

const POLL_MS = 80;
export const isOver = (row: Arriving) => row.state === "ready" || row.state === "refused";

/** Whom to tell that a job has a print more: `begun` while its picture is read, `arrived` once that is there. */
interface ArrivalListener {
  begun: (job: number) => void;
  arrived: (job: number, picture: string) => void;
}

let listener: ArrivalListener = { begun: () => undefined, arrived: () => undefined };

export function onArrival(told: ArrivalListener): void {
  listener = told;
}

export const useArrivalStore = create<ArrivalStore>((set, get) => {
  const files = new Map<number, PictureSender>();
  const prints = new Map<number, number>();
  const queue: number[] = [];
  let counter = 0;
  let pumping: Promise<void> | null = null;
  let skip: (() => void) | null = null;

  const tell = (key: number, change: Partial<Arriving>) =>
    set({ rows: get().rows.map((row) => (row.key === key ? { ...row, ...change } : row)) });
  const rowOf = (key: number) => get().rows.find((row) => row.key === key);

  const rest = (ms: number) =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms);
      skip = () => {
        clearTimeout(timer);
        resolve();
      };
    });

  /** The print of a file, made once, however often its file is sent. */
  const printOf = async (key: number, job: number, picture: string) => {
    const print =
      prints.get(key) ??
      (
        await must(
          client.POST("/api/jobs/{job_id}/prints", {
            params: { path: { job_id: job } },
            body: { picture },
          }),
        )
      ).id;
    prints.set(key, print);
    return print;
  };

  const take = async (key: number, file: PictureSender, job: number) => {
    tell(key, { state: "sending", words: "" });
    const arrival = await file.send((share) => tell(key, { share }));
    tell(key, { state: "reading", share: 1 });
    const { id } = arrival.picture;
    const made = awaitProof(smallProof(id));
    // Both at once: hardly a picture is damaged inside, and then there is nothing to print.
    const begun = printOf(key, job, id);
    // With others behind it there is no time for a row that still has no picture.
    if (queue.length === 1) void begun.then(() => listener.begun(job)).catch(() => undefined);
    const [picture] = await Promise.all([readThrough(arrival.picture, POLL_MS), begun]).finally(made);
    if (picture.state === "refused") {
      const params = { path: { print_id: await begun }, query: { for_good: true } };
      await must(client.DELETE("/api/prints/{print_id}", { params }));
      prints.delete(key);
      listener.begun(job);
      tell(key, { state: "refused", words: picture.problem });
      return;
    }
    files.delete(key);
    prints.delete(key);
    tell(key, { state: "ready", words: arrival.known ? "known already, one file kept" : "" });
    listener.arrived(job, id);
  };

  const pump = async () => {
    let tries = 0;
    for (let key = queue[0]; key !== undefined; key = queue[0]) {
      const row = rowOf(key);
      const file = files.get(key);
      if (!row || !file) {
        queue.shift();
        continue;
      }
      try {
        await take(key, file, row.job);
        tries = 0;
      } catch (error) {
        if (isAway(error)) {
          tell(key, { state: "away", words: "the server does not answer; it goes on by itself" });
          await rest(pause(tries++));
          continue;
        }
        tell(key, { state: "refused", words: (error as Error).message });
      }
      queue.shift();
    }
  };

  const go = () => {
    pumping ??= pump().finally(() => {
      pumping = null;
    });
    return pumping;
  };

  return {
    rows: [],
    passed: {},
    homeless: [],
    give: (homeless) => set({ homeless }),
    bring: (job, given, passed = 0) => {
      const fresh = given.map((file): Arriving => {
        const key = ++counter;
        files.set(key, new PictureSender(file));
        queue.push(key);
        return { key, job, name: file.name, share: 0, state: "waiting", words: "" };
      });
      set({ rows: [...get().rows, ...fresh], passed: { ...get().passed, [job]: passed } });
      return go();
    },
    again: (key) => {
      if (files.has(key) && !queue.includes(key)) {
        tell(key, { state: "waiting", share: 0, words: "" });
        queue.push(key);
      }
      return go();
    },
    hurry: () => skip?.(),
    clear: (job) => {
      const gone = get().rows.filter((row) => row.job === job && isOver(row));
      for (const row of gone) files.delete(row.key);
      set({ rows: get().rows.filter((row) => !gone.includes(row)), passed: { ...get().passed, [job]: 0 } });
    },
  };
});

/** Files that would be lost with this window: those that the server has not got whole. */
const onTheirWay = () =>
  useArrivalStore.getState().rows.filter((row) => !isOver(row) && row.state !== "reading").length;

/** Whether a window that closes takes files with it. */
export const arrivals = { settle: () => undefined, unsaved: () => onTheirWay() > 0 };

onSignOut({
  still: () => {
    const many = onTheirWay();
    return many ? `${many} file${many > 1 ? "s" : ""} on the way` : "";
  },
  letGo: () => useArrivalStore.setState({ rows: [] }),
});
