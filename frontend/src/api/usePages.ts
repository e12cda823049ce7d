import { useInfiniteQuery, type keepPreviousData, type QueryKey } from "@tanstack/react-query";
import { useEffect } from "react";

/** A page of a list, and the cursor of the next. */
export interface Page<T> {
  items: T[];
  next: string | null;
}

/**
 * A list that comes page by page: its `items` so far, whether that is the `whole` of it, and `more` for the next page,
 * which may be asked as often as its end comes in sight.
 */
export function usePages<T>(
  queryKey: QueryKey,
  fetchPage: (cursor: string | undefined) => Promise<Page<T>>,
  asked: { enabled?: boolean; placeholderData?: typeof keepPreviousData } = {},
) {
  const query = useInfiniteQuery({
    queryKey,
    ...asked,
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) => fetchPage(pageParam),
    getNextPageParam: (page) => page.next ?? undefined,
  });
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = query;
  return {
    query,
    items: data?.pages.flatMap((page) => page.items) ?? [],
    whole: data !== undefined && !hasNextPage,
    more: () => {
      if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
    },
  };
}

/** All of a list, up to so many, for what cannot be chosen from page by page. */
export function useWholeList<T>(
  queryKey: QueryKey,
  fetchPage: (cursor: string | undefined) => Promise<Page<T>>,
  most: number,
  enabled = true,
) {
  const pages = usePages([...queryKey, "whole"], fetchPage, { enabled });
  const { items, whole, more } = pages;
  const enough = whole || items.length >= most;
  useEffect(() => {
    // After a fault somebody asks again, not this.
    if (!enough && items.length && !pages.query.isError) more();
  });
  return { ...pages, items: items.slice(0, most), enough };
}
