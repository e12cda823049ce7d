import { useState } from "react";
import { Problem } from "../shell/Problem";
import { useSignIn } from "./useSession";

export function SignIn() {
  const signIn = useSignIn();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  return (
    <main className="grid min-h-full place-items-center p-4">
      <form
        className="panel w-full max-w-sm space-y-4 p-6"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate({ name, password });
        }}
      >
        <h1 className="figure text-3xl font-semibold tracking-wider">ZOLLSTOCK</h1>
        <p className="soft">From a picture and a wanted print to the file that fits.</p>
        <label className="block">
          Name
          <input
            className="field mt-1"
            autoComplete="username"
            autoFocus
            required
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label className="block">
          Password
          <input
            className="field mt-1"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
        </label>
        {signIn.error && <Problem message={signIn.error.message} />}
        <button className="strong-button w-full" disabled={signIn.isPending}>
          Sign in
        </button>
      </form>
    </main>
  );
}
