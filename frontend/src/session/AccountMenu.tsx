import { useHelp } from "../shell/help";
import { CircleUserRound } from "lucide-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { Dialog } from "../shell/Dialog";
import { PasswordForm } from "./PasswordForm";
import { NotLeft } from "./NotLeft";
import { LightPick, UnitPick } from "./preferencePicks";
import { stillUnderWay, usePreferences, useSignOut } from "./useSession";

/** How much the account keeps: asked for when somebody looks. */
function Room() {
  const { data } = useQuery({
    queryKey: ["room"],
    staleTime: 0,
    queryFn: () => must(client.GET("/api/account/room")),
  });
  return (
    <>
      <p className="mb-1">
        {data ? `Pictures, plans and made files take up ${data.kept_text}.` : "How much is kept is added up…"}
      </p>
      <div className="kept-bar mb-6" aria-hidden>
        <div style={{ width: `${Math.max(1, (data?.kept_share ?? 0) * 100)}%` }} />
      </div>
    </>
  );
}

export function AccountMenu() {
  const [open, setOpen] = useState(false);
  const { account } = usePreferences();
  const signOut = useSignOut();
  const ask = useHelp((help) => help.ask);
  const still = open ? stillUnderWay() : [];
  return (
    <>
      <button
        type="button"
        className="plain-button !px-1.5"
        aria-label={`Account ${account.name}`}
        onClick={() => setOpen(true)}
      >
        <CircleUserRound size={18} aria-hidden />
      </button>
      {open && (
        <Dialog title={`Signed in as ${account.name}`} onClose={() => setOpen(false)}>
          <div className="mb-4 flex flex-wrap gap-3 xl:hidden">
            <div className="md:hidden">
              <UnitPick />
            </div>
            <LightPick />
          </div>
          <button
            type="button"
            className="plain-button mb-4 md:hidden"
            onClick={() => {
              setOpen(false);
              ask();
            }}
          >
            Help: where you are
          </button>
          <Room />
          <PasswordForm />
          <p role="status" className="mt-6 mb-2">
            {still.length > 0 && `Still under way: ${still.join(", ")}. Signing out lets go of that.`}
          </p>
          <button type="button" className="plain-button mb-2" onClick={() => signOut.mutate()}>
            Sign out
          </button>
          <NotLeft error={signOut.error} still="You are still signed in." />
        </Dialog>
      )}
    </>
  );
}
