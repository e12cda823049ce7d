import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { Problem } from "../shell/Problem";

export function PasswordForm() {
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const change = useMutation({
    mutationFn: () => must(client.POST("/api/account/password", { body: { old, new: fresh } })),
    onSuccess: () => {
      setOld("");
      setFresh("");
    },
  });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate();
      }}
    >
      <h3 className="font-semibold">Change the password</h3>
      <label className="block">
        Old password
        <input
          className="field mt-1"
          type="password"
          autoComplete="current-password"
          required
          value={old}
          onChange={(event) => setOld(event.target.value)}
        />
      </label>
      <label className="block">
        New password, ten signs or more
        <input
          className="field mt-1"
          type="password"
          autoComplete="new-password"
          required
          value={fresh}
          onChange={(event) => setFresh(event.target.value)}
        />
      </label>
      {change.error && <Problem message={change.error.message} />}
      {change.isSuccess && <p role="status">The password is changed. Other sessions have ended.</p>}
      <button className="strong-button" disabled={change.isPending}>
        Change it
      </button>
    </form>
  );
}
