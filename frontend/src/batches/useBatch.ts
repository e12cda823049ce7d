import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, must } from "../api/client";
import { inOrder, LatestWins, type Turn } from "../api/latestWins";
import { useLastWord } from "../api/useLastWord";
import type { Cell, CellRow } from "../api/types";

/** Pictures asked for at once: what the first screen shows, then thrice what is there, so that few questions are left. */
const FIRST = 8;
const MORE = 120;
const POLL_MS = 700;

export const cellKey = (picture: string, size: string) => `${picture} ${size}`;

export function useBatch(batch: number) {
  return useQuery({
    queryKey: ["batches", batch],
    queryFn: () => must(client.GET("/api/batches/{batch_id}", { params: { path: { batch_id: batch } } })),
  });
}

export function useRemoveBatch() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (batch: number) =>
      must(client.DELETE("/api/batches/{batch_id}", { params: { path: { batch_id: batch } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["batches"] }),
  });
}

type CellRows = Promise<CellRow[]>;

const askCells = (batch: number, start: number, count: number): CellRows =>
  must(
    client.GET("/api/batches/{batch_id}/cells", {
      params: { path: { batch_id: batch }, query: { start, count } },
    }),
  );

/** The first cells, asked for together with the batch where that is not known yet; to be taken once. */
export function useFirstCells(batch: number, isKnown: boolean) {
  const first = useRef<{ of: number; cells: CellRows } | null>(null);
  useEffect(() => {
    if (isKnown) return;
    const cells = askCells(batch, 0, FIRST);
    first.current = { of: batch, cells };
    // Whoever takes them hears of it.
    cells.catch(() => undefined);
  }, [batch, isKnown]);
  return useCallback((of: number) => {
    const asked = first.current;
    first.current = null;
    return asked?.of === of ? asked.cells : null;
  }, []);
}

/** The cells of a batch, row by row as they are reckoned; `put` replaces one that was placed by hand. */
export function useCells(
  batch: number,
  pictures: number,
  version: string,
  takeFirst: (batch: number) => CellRows | null,
) {
  const [rows, setRows] = useState<ReadonlyMap<string, readonly Cell[]>>(new Map());
  const [problem, setProblem] = useState("");
  useEffect(() => {
    const left = new AbortController();
    const wanted = () => !left.signal.aborted;
    const load = async () => {
      const found = new Map<string, readonly Cell[]>();
      try {
        for (let start = 0; wanted() && start < pictures;) {
          const count = Math.min(MORE, Math.max(FIRST, 3 * start));
          const piece = await ((start === 0 && takeFirst(batch)) || askCells(batch, start, count));
          for (const row of piece) found.set(row.picture, row.cells);
          if (wanted()) setRows(new Map(found));
          start += count;
        }
        if (wanted()) setProblem("");
      } catch (error) {
        if (wanted()) setProblem((error as Error).message);
      }
    };
    void load();
    return () => left.abort();
  }, [batch, pictures, version, takeFirst]);
  const put = (picture: string, cell: Cell) =>
    setRows((now) =>
      new Map(now).set(
        picture,
        (now.get(picture) ?? []).map((old) => (old.size === cell.size ? cell : old)),
      ),
    );
  return { rows, problem, put };
}

export interface CellFit {
  mode: "fill" | "contain";
  anchor: [number, number];
  zoom: number;
  angle: number;
  /** What is left around a whole picture; null as the batch has it. */
  colour: string | null;
}

/** What a hand wants of a cell: a place, or null for automatic placement. */
interface Wanted {
  picture: string;
  size: string;
  fit: CellFit | null;
}

/** Keeps what a hand does to cells: of each cell one request at a time, the newest always last. */
export function usePlaceCell(batch: number, onCell: (picture: string, cell: Cell) => void) {
  const [problem, setProblem] = useState("");
  const [saving, setSaving] = useState(false);
  const heard = useRef(onCell);
  useEffect(() => {
    heard.current = onCell;
  });
  const lines = useRef(new Map<string, LatestWins<Wanted, Cell>>());
  const answered = () => setSaving([...lines.current.values()].some((line) => !line.isQuiet));
  const put = (wanted: Wanted) => {
    const name = `${wanted.picture} ${wanted.size}`;
    const line =
      lines.current.get(name) ??
      new LatestWins<Wanted, Cell>(
        (asked, turn) => placed(batch, asked, turn),
        (cell, asked) => {
          setProblem("");
          heard.current(asked.picture, cell);
          answered();
        },
        (error) => {
          setProblem(error.message);
          answered();
        },
      );
    lines.current.set(name, line);
    line.put(wanted);
    answered();
  };
  useLastWord(() => lines.current.values());
  const place = (picture: string, size: string, fit: CellFit) => put({ picture, size, fit });
  const auto = (picture: string, size: string) => put({ picture, size, fit: null });
  return { place, auto, problem, saving };
}

function placed(batch: number, { picture, size, fit }: Wanted, turn: Turn): Promise<Cell> {
  const path = { path: { batch_id: batch } };
  const cell = { picture, size };
  return must(
    fit
      ? client.PUT("/api/batches/{batch_id}/cells", {
          params: path,
          body: { ...cell, ...fit },
          ...inOrder(turn),
        })
      : client.POST("/api/batches/{batch_id}/cells/auto", { params: path, body: cell, ...inOrder(turn) }),
  );
}

/** A cell as it was before a hand touched it; null is automatic placement. */
interface Before {
  picture: string;
  size: string;
  fit: CellFit | null;
  at: number;
}
/** Strokes of one hand on one cell within this time are one change. */
const ONE_CHANGE_MS = 900;

/** Remembers what cells were, so that every hand's work on them can be undone, the last first. */
export function useCellHistory(
  place: (picture: string, size: string, fit: CellFit) => void,
  auto: (picture: string, size: string) => void,
) {
  const [past, setPast] = useState<readonly Before[]>([]);
  const remember = (picture: string, cell: Cell) =>
    setPast((now) => {
      const last = now.at(-1);
      const at = Date.now();
      if (last && last.picture === picture && last.size === cell.size && at - last.at < ONE_CHANGE_MS)
        return [...now.slice(0, -1), { ...last, at }];
      return [...now, { picture, size: cell.size, fit: cell.edited ? fitOf(cell) : null, at }];
    });
  const undo = () => {
    const last = past.at(-1);
    if (!last) return null;
    if (last.fit) place(last.picture, last.size, last.fit);
    else auto(last.picture, last.size);
    setPast(past.slice(0, -1));
    return { picture: last.picture, size: last.size };
  };
  return { remember, undo, canUndo: past.length > 0 };
}

/** How a cell lies, as the server takes it. */
export const fitOf = (cell: Cell): CellFit => ({
  mode: cell.mode as CellFit["mode"], anchor: cell.anchor as [number, number], zoom: cell.zoom, angle: cell.angle,
  colour: cell.own_padding ? cell.padding : null,
}); // oxfmt-ignore

/** An order as it goes on; followed until it is over. */
export function useOrder(order: string | undefined) {
  return useQuery({
    queryKey: ["orders", order],
    enabled: order !== undefined,
    queryFn: () =>
      must(client.GET("/api/orders/{order_id}", { params: { path: { order_id: order ?? "" } } })),
    refetchInterval: ({ state: { data } }) => (data?.over || data?.state === "paused" ? false : POLL_MS),
  });
}

export function useOrderChange(batch: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ order, what }: { order: string; what: "pause" | "resume" | "cancel" | "again" }) =>
      must(client.POST(`/api/orders/{order_id}/${what}`, { params: { path: { order_id: order } } })),
    onSuccess: (state) => {
      queries.setQueryData(["orders", state.id], state);
      void queries.invalidateQueries({ queryKey: ["batches", batch] });
    },
  });
}

export function useGiveOrder(batch: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (given: { cells: [string, string][] | null; pattern: string }) =>
      must(
        client.POST("/api/batches/{batch_id}/orders", { params: { path: { batch_id: batch } }, body: given }),
      ),
    onSuccess: (state) => {
      queries.setQueryData(["orders", state.id], state);
      void queries.invalidateQueries({ queryKey: ["batches", batch] });
    },
  });
}
