import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, must } from "../api/client";
import type { AgreedOn, CopiesCounted, JobRow } from "../api/types";
import { usePages } from "../api/usePages";

/** Which rows of a job are shown, in which order. */
export interface RowsWanted {
  search: string;
  show: "all" | "trouble" | "no-file" | "old" | JobRow["state"];
  sort: "order" | "title" | "size" | "state" | "copies" | "changed";
}
export type Setting = "size" | "edge" | "medium" | "distance" | "pixels" | "file";
export type Step = "unprinted" | "printed" | "checked" | "collected";

const AT_ONCE = 60;

/** The prints and layouts of a job that are wanted, page by page, and how many there are. */
export function useRows(job: number, wanted: RowsWanted) {
  const pages = usePages(
    ["jobs", job, "rows", wanted],
    async (cursor) => {
      const offset = Number(cursor ?? 0);
      const found = await must(
        client.GET("/api/jobs/{job_id}/rows", {
          params: { path: { job_id: job }, query: { ...wanted, offset, limit: AT_ONCE } },
        }),
      );
      const next = offset + found.items.length;
      return {
        items: found.items,
        total: found.total,
        next: next < found.total && found.items.length ? String(next) : null,
      };
    },
    { placeholderData: keepPreviousData },
  );
  const first = pages.query.data?.pages[0] as { total: number } | undefined;
  return { ...pages, total: first?.total ?? 0 };
}

export const allIds = (job: number, wanted: RowsWanted) =>
  must(client.GET("/api/jobs/{job_id}/rows/ids", { params: { path: { job_id: job }, query: wanted } })).then(
    ({ ids }) => ids,
  );

export const useCounter = (job: number) =>
  useQuery({
    queryKey: ["jobs", job, "counter"],
    queryFn: () => must(client.GET("/api/jobs/{job_id}/counter", { params: { path: { job_id: job } } })),
  });

/** What is done at the counter; everything that shows the job is fresh afterwards. */
export function useCounterChange<T, R>(run: (given: T) => Promise<R>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSettled: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
  });
}

const inJob = (job: number) => ({ params: { path: { job_id: job } } });
const inDesign = (design: number) => ({ params: { path: { design_id: design } } });

export const bringTo = (given: { job: number; ids: number[]; step: Step }) =>
  must(
    client.POST("/api/jobs/{job_id}/step", {
      ...inJob(given.job),
      body: { ids: given.ids, step: given.step },
    }),
  );

export const countCopies = (given: { design: number; before: CopiesCounted; after: CopiesCounted }) =>
  must(
    client.PUT("/api/designs/{design_id}/copies", {
      ...inDesign(given.design),
      body: { before: given.before, after: given.after },
    }),
  );

export const spoilCopy = (given: { design: number; before: CopiesCounted }) =>
  must(
    client.POST("/api/designs/{design_id}/spoiled", {
      ...inDesign(given.design),
      body: { before: given.before, many: 1 },
    }),
  );

export const agreeOn = ({ design, ...body }: AgreedOn & { design: number; before: AgreedOn }) =>
  must(client.PUT("/api/designs/{design_id}/agreed", { ...inDesign(design), body }));

export const nameDesign = (given: { design: number; title: string }) =>
  must(
    client.PUT("/api/designs/{design_id}/title", { ...inDesign(given.design), body: { title: given.title } }),
  );

export const agreeOnJob = (given: { job: number; prices: string; note: string }) =>
  must(
    client.PUT("/api/jobs/{job_id}/counter", {
      ...inJob(given.job),
      body: { prices: given.prices, note: given.note },
    }),
  );

export const notePayment = (given: {
  job: number;
  what: "quote" | "deposit" | "paid";
  amount: string;
  words: string;
}) =>
  must(
    client.POST("/api/jobs/{job_id}/payments", {
      ...inJob(given.job),
      body: { what: given.what, amount: given.amount, words: given.words },
    }),
  );

export const takePaymentBack = (given: { job: number; event: number }) =>
  must(
    client.POST("/api/jobs/{job_id}/payments/{event_id}/back", {
      params: { path: { job_id: given.job, event_id: given.event } },
    }),
  );

export const copiesOfSome = (given: { job: number; ids: number[]; copies: number }) =>
  must(
    client.PUT("/api/jobs/{job_id}/copies", {
      ...inJob(given.job),
      body: { ids: given.ids, copies: given.copies },
    }),
  );

export const duplicateSome = (given: { job: number; ids: number[] }) =>
  must(client.POST("/api/jobs/{job_id}/duplicates", { ...inJob(given.job), body: { ids: given.ids } }));

export const removeSome = (given: { job: number; ids: number[] }) =>
  must(client.POST("/api/jobs/{job_id}/removed", { ...inJob(given.job), body: { ids: given.ids } }));

export const moveSome = (given: { job: number; ids: number[]; to: number }) =>
  must(
    client.POST("/api/jobs/{job_id}/moved", {
      ...inJob(given.job),
      body: { ids: given.ids, to: given.to },
    }),
  );

export const putInOrder = (given: { job: number; ids: number[]; before: number | null }) =>
  must(
    client.PUT("/api/jobs/{job_id}/order", {
      ...inJob(given.job),
      body: { ids: given.ids, before: given.before },
    }),
  );

export interface SettingsAsked {
  of: number | null;
  which: Setting[];
  ids: number[] | null;
}

/** What would become of each print, page by page until all are looked at; `name` is whose settings they are. */
export function useSettingsPreview(job: number, asked: SettingsAsked) {
  const pages = usePages(
    ["jobs", job, "settings", asked],
    async (cursor) => {
      const body = { ...asked, offset: Number(cursor ?? 0) };
      const found = await must(client.POST("/api/jobs/{job_id}/settings/preview", { ...inJob(job), body }));
      return { ...found, next: found.next === null ? null : String(found.next) };
    },
    { enabled: asked.which.length > 0, placeholderData: keepPreviousData },
  );
  const { whole, items, more, query } = pages;
  const goesOn = !whole && items.length > 0 && !query.isError;
  useEffect(() => {
    if (goesOn) more();
  });
  const first = query.data?.pages[0] as { total: number } | undefined;
  return { ...pages, total: first?.total };
}

export const giveSettings = (given: SettingsAsked & { job: number }) => {
  const { job, ...body } = given;
  return must(client.POST("/api/jobs/{job_id}/settings", { ...inJob(job), body }));
};

export const undoChange = (given: { job: number; change: number }) =>
  must(
    client.POST("/api/jobs/{job_id}/changes/{change_id}/undo", {
      params: { path: { job_id: given.job, change_id: given.change } },
    }),
  );

export const useStandard = (job: number) =>
  useQuery({
    queryKey: ["jobs", job, "standard"],
    queryFn: () => must(client.GET("/api/jobs/{job_id}/standard", inJob(job))),
  });

export const setStandard = (given: {
  job: number;
  of: number | null;
  which: Setting[];
  where: "job" | "account";
}) => {
  const { job, ...body } = given;
  return must(client.PUT("/api/jobs/{job_id}/standard", { ...inJob(job), body }));
};

/** How much of a job has its file; asked again while files are made. */
export const useJobFiles = (job: number) =>
  useQuery({
    queryKey: ["jobs", job, "files"],
    queryFn: () => must(client.GET("/api/jobs/{job_id}/files", inJob(job))),
    refetchInterval: ({ state }) => (state.data?.order && !state.data.order.over ? 1000 : false),
  });

export const useClientLinks = (job: number) =>
  useQuery({
    queryKey: ["jobs", job, "client-links"],
    queryFn: () => must(client.GET("/api/jobs/{job_id}/client-links", inJob(job))),
  });

/** So long what stands beside the prints waits for the last of it. */
const LONGEST_MS = 3000;

/**
 * Whether everything beside the prints is there, or cannot be had at once. It is shown together then: what came card by card
 * would push down what somebody is about to press.
 */
export function useCounterThere(job: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), LONGEST_MS);
    return () => clearTimeout(timer);
  }, []);
  const asked = [useCounter(job), useJobFiles(job), useStandard(job), useClientLinks(job)];
  // What fails is asked for again for minutes; nothing else waits for it so long.
  return late || asked.every((one) => !one.isPending);
}

export const makeJobFiles = (job: number) => must(client.POST("/api/jobs/{job_id}/files", inJob(job)));

export const changeOrder = (given: { order: string; what: "pause" | "resume" | "cancel" | "again" }) => {
  const at = { params: { path: { order_id: given.order } } };
  if (given.what === "pause") return must(client.POST("/api/orders/{order_id}/pause", at));
  if (given.what === "resume") return must(client.POST("/api/orders/{order_id}/resume", at));
  if (given.what === "cancel") return must(client.POST("/api/orders/{order_id}/cancel", at));
  return must(client.POST("/api/orders/{order_id}/again", at));
};

export const useNames = (job: number, pattern: string) =>
  useQuery({
    queryKey: ["jobs", job, "names", pattern],
    queryFn: () =>
      must(
        client.GET("/api/jobs/{job_id}/names", {
          params: { path: { job_id: job }, query: pattern ? { pattern } : {} },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const nameFiles = (given: { job: number; pattern: string }) =>
  must(client.PUT("/api/jobs/{job_id}/names", { ...inJob(given.job), body: { pattern: given.pattern } }));
