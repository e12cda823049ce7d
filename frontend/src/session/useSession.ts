import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ApiProblem, askAs, client, must } from "../api/client";
import { inOrder } from "../api/latestWins";
import type { Account } from "../api/types";
import { useChanges } from "../api/useChanges";

const KEY = ["session"];

const coming: ((name: string) => void)[] = [askAs];

/** Register what is to be done when it is known whose session this is, before anything of theirs is shown. */
export function onSignedIn(listener: (name: string) => void): void {
  coming.push(listener);
}

/** Who is signed in: the account, null for nobody, undefined while asking. */
export function useSession() {
  const queries = useQueryClient();
  return useQuery({
    queryKey: KEY,
    staleTime: Infinity,
    queryFn: async (): Promise<Account | null> => {
      try {
        const account = await must(client.GET("/api/session"));
        for (const listener of coming) listener(account.name);
        return account;
      } catch (error) {
        // A session that has ended is taken up over the page; what is on it stays.
        if (error instanceof ApiProblem && error.status === 401)
          return queries.getQueryData<Account>(KEY) ?? null;
        throw error;
      }
    },
  });
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (given: { name: string; password: string }) =>
      must(client.POST("/api/session", { body: given })),
    onSuccess: (account) => {
      for (const listener of coming) listener(account.name);
      queries.setQueryData(KEY, account);
    },
  });
}

/** What an account has in this browser. */
interface Belonging {
  /** What of it would be lost by signing out now, in words; empty where nothing would. */
  still: () => string;
  letGo: () => void;
}

const belongings: Belonging[] = [];

/** Register what an account has in this browser, to let go of it when its owner signs out. */
export function onSignOut(belonging: Belonging): void {
  belongings.push(belonging);
}

/** What would be lost by signing out now. */
export const stillUnderWay = () => belongings.map(({ still }) => still()).filter(Boolean);

/** Nothing of an account stays behind for the next one: what is still on its way for it ends with the page. */
export function useSignOut() {
  return useMutation({
    mutationFn: async () => {
      try {
        await must(client.DELETE("/api/session"));
      } catch (error) {
        // A session that has ended already is what was wanted.
        if (!(error instanceof ApiProblem && error.status === 401)) throw error;
      }
      for (const { letGo } of belongings) letGo();
      window.location.assign("/");
    },
  });
}

type Preference = Partial<Pick<Account, "unit" | "light">>;

/** The account's units and light; a change shows at once and is kept by the server. */
export function usePreferences() {
  const queries = useQueryClient();
  const { data } = useSession();
  const account = data ?? {
    name: "",
    unit: "cm" as const,
    light: "paper" as const,
  };
  const { change } = useChanges<Preference, Account>({
    say: (body, turn) => must(client.PATCH("/api/account", { body, ...inOrder(turn) })),
  });
  const prefer = (preference: Preference) => {
    queries.setQueryData(KEY, { ...account, ...preference });
    change(preference);
  };
  /** What is kept changes with every upload and file; it is asked for when it is looked at. */
  return { account, prefer };
}
