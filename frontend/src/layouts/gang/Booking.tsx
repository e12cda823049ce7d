import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../../api/client";
import type { Booked, GangRequest, LayoutPage, LayoutState } from "../../api/types";
import { Problem } from "../../shell/Problem";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";

const when = (text: string) =>
  new Date(text).toLocaleString(undefined, {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

/** After printing: what it took is booked off the stock, and can be taken back. */
export function Booking({
  request,
  layout,
  page,
}: {
  request: GangRequest;
  layout: LayoutState;
  page: LayoutPage;
}) {
  const queries = useQueryClient();
  const key = ["bookings", layout.id];
  const path = { layout_id: layout.id };
  const booked = useQuery({
    queryKey: key,
    queryFn: () => must(client.GET("/api/layouts/{layout_id}/bookings", { params: { path } })),
  });
  const done = (found: Booked[]) => {
    queries.setQueryData(key, found);
    void queries.invalidateQueries({ queryKey: ["stock"] });
  };
  const book = useMutation({
    mutationFn: async () => {
      const saved = await useLayoutStore.getState().flush();
      if (!saved) throw new Error("The layout was not saved yet; its line at the desk says why.");
      return must(
        client.POST("/api/layouts/{layout_id}/bookings", {
          params: { path },
          body: { version: saved.version },
        }),
      );
    },
    onSuccess: done,
  });
  const back = useMutation({
    mutationFn: (id: number) =>
      must(
        client.POST("/api/layouts/{layout_id}/bookings/{booking_id}/back", {
          params: { path: { ...path, booking_id: id } },
        }),
      ),
    onSuccess: done,
  });
  const stocked = request.roll ? request.roll.stock : request.stock;
  const takes =
    page.figures.find((figure) => figure.id === (request.roll ? "length_used" : "sheets_count"))?.text ?? "";
  return (
    <section className="pad space-y-2 pt-2">
      <h3 className="font-semibold">Printed?</h3>
      {stocked ? (
        <button
          type="button"
          className="plain-button"
          disabled={book.isPending}
          onClick={() => book.mutate()}
        >
          {typeset(`Book ${takes}${request.roll ? "" : " sheets"} off the stock`)}
        </button>
      ) : (
        <p className="soft">Choose a paper of the stock, and what was printed can be booked off it.</p>
      )}
      {(book.error ?? back.error) && <Problem message={(book.error ?? back.error)?.message ?? ""} />}
      <ul className="space-y-1" aria-label="Booked off the stock">
        {booked.data?.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3">
            <span className="figure font-semibold">{typeset(one.text)}</span>
            <span className="min-w-0 flex-1 truncate" dir="auto">
              {one.paper}
            </span>
            {one.back ? (
              <span className="soft">taken back {when(one.back)}</span>
            ) : (
              <button
                type="button"
                className="min-h-6 underline"
                disabled={back.isPending}
                onClick={() => back.mutate(one.id)}
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
