import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";

/** What the clock on the wall says here, to the minute: the server has no clock of this place. */
export function wallClock(now = new Date()): string {
  const two = (part: number) => String(part).padStart(2, "0");
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}T${two(now.getHours())}:${two(now.getMinutes())}:00`;
}

/** What must begin when; asked again every minute, since a minute may make something late. */
export function useDue() {
  return useQuery({
    queryKey: ["due"],
    queryFn: () => must(client.GET("/api/due", { params: { query: { at: wallClock() } } })),
    refetchInterval: 60_000,
    placeholderData: keepPreviousData,
  });
}
