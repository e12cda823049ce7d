import { client, must } from "../api/client";
import type { JobState } from "../api/types";
import { makeJob } from "./useJobs";

/** How often it is asked whether a picture has been read, ms. */
const POLL_MS = 150;

/** The job that pictures get which were added before there was one: named by the day. */
export const jobOfToday = (): Promise<JobState> => {
  const today = new Date().toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
  return makeJob({ title: `Prints of ${today}`, client: "", due: null });
};

/** A job to try things on, its prints made as soon as their pictures have been read. */
export async function makeSample(): Promise<number> {
  const { job, prints } = await must(client.POST("/api/jobs/sample"));
  for (const wanted of prints) {
    await untilRead(wanted.picture);
    await must(client.POST("/api/jobs/{job_id}/prints", { params: { path: { job_id: job } }, body: wanted }));
  }
  return job;
}

async function untilRead(picture: string): Promise<void> {
  const params = { path: { picture_id: picture } };
  for (;;) {
    const { state, problem } = await must(client.GET("/api/pictures/{picture_id}", { params }));
    if (state === "ready") return;
    if (state === "refused") throw new Error(problem);
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
  }
}
