import type { QueryClient, QueryFilters } from "@tanstack/react-query";

/**
 * Ask again for what has changed, also where the first answer is still on its way: that one may have been given before
 * the change, and to mark it as old is not enough, since it counts as new when it comes.
 */
export async function askAnew(queries: QueryClient, which: QueryFilters): Promise<void> {
  await queries.cancelQueries(which);
  await queries.invalidateQueries(which);
}
