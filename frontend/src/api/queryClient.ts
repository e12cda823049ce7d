import { QueryClient } from "@tanstack/react-query";
import { isAway, pause } from "./away";

/** A server that is away comes back; one that says no says it again. */
const retry = (count: number, error: Error) => isAway(error) && count < 30;

/** Asks, whatever the browser believes of the network: the server may be on this very machine. */
const networkMode = "always";

export const queryClient = () =>
  new QueryClient({
    defaultOptions: {
      queries: {
        networkMode,
        retry,
        retryDelay: pause,
        refetchOnWindowFocus: false,
        refetchOnReconnect: true,
      },
      mutations: { networkMode },
    },
  });

/**
 * How something goes that says a whole state (a verdict with its note, a unit): one after the other, for two
 * requests in flight may arrive in either order; and by itself again while the server is away, for twice is as once.
 */
export const wholeState = (of: string) => ({ scope: { id: of }, retry, retryDelay: pause });
