import type { QueryClient, QueryKey } from "@tanstack/react-query";

/**
 * Ask again for what has changed, also where the first answer is still on its way: that one may have been given before
 * the change, and to mark it as old is not enough, since it counts as new when it comes.
 */
export async function askAnew(queries: QueryClient, queryKey: QueryKey): Promise<void> {
  await queries.cancelQueries({ queryKey });
  await queries.invalidateQueries({ queryKey });
}
