import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Problem } from "../shell/Problem";
import { NotLeft } from "./NotLeft";
import { useSignedOut } from "./signedOut";
import { usePreferences, useSignIn, useSignOut } from "./useSession";

/** Sign-in over the page when the session has ended: what is in hand stays, and goes on afterwards. */
export function SignInAgain({ onBack }: { onBack: () => void }) {
  const { out, back } = useSignedOut();
  return out ? <Leaf onBack={() => (back(), onBack())} /> : null;
}

function Leaf({ onBack }: { onBack: () => void }) {
  const queries = useQueryClient();
  const { account } = usePreferences();
  const signIn = useSignIn();
  const signOut = useSignOut();
  const [password, setPassword] = useState("");
  const leaf = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (leaf.current && !leaf.current.open) leaf.current.showModal();
  }, []);
  return (
    <dialog
      ref={leaf}
      className="modal"
      aria-label="Sign in again"
      onCancel={(event) => event.preventDefault()}
    >
      <form
        className="modal-box panel max-w-sm space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate(
            { name: account.name, password },
            {
              onSuccess: () => {
                onBack();
                void queries.refetchQueries({ type: "active" });
              },
            },
          );
        }}
      >
        <h2 className="text-lg font-semibold">Your session has ended</h2>
        <p>
          Sign in again as {account.name}: what you have in hand is still here, and goes on from where it was.
        </p>
        <label className="block">
          Password
          <input
            className="field mt-1"
            type="password"
            autoComplete="current-password"
            autoFocus
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
        </label>
        {signIn.error && <Problem message={signIn.error.message} />}
        <NotLeft error={signOut.error} still="What you have in hand is still here." />
        <div className="flex flex-wrap gap-3">
          <button className="strong-button" disabled={signIn.isPending}>
            Sign in and go on
          </button>
          <button type="button" className="plain-button" onClick={() => signOut.mutate()}>
            Leave, and let go of what is not saved
          </button>
        </div>
      </form>
    </dialog>
  );
}
