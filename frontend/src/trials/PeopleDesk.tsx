import { useState } from "react";
import type { TrialState } from "../api/types";
import { typeset } from "../shell/typeset";
import type { TrialPanelProps } from "./TrialPage";

/** Everybody who was asked: the link, the code for a phone, how far they are. */
export function PeopleDesk({ trial, changes }: TrialPanelProps) {
  if (!trial.people.length)
    return (
      <p className="panel p-4 text-lg">
        Nobody is asked yet. Each person gets a link of their own; they need no account, and see nothing of
        yours.
      </p>
    );
  return (
    <ul className="grid gap-3 md:grid-cols-2" aria-label="People">
      {trial.people.map((one) => (
        <Person key={one.id} one={one} trial={trial} onLeaveOut={() => changes.leaveOut.mutate(one.id)} />
      ))}
    </ul>
  );
}

function Person(props: { one: TrialState["people"][number]; trial: TrialState; onLeaveOut: () => void }) {
  const { one, trial } = props;
  const [copied, setCopied] = useState(false);
  const [sure, setSure] = useState(false);
  const link = `${window.location.origin}${one.path}`;
  const said = [
    one.eyes !== null && `eyes ${one.eyes}`,
    one.dried !== null && `dried ${one.dried} h`,
    one.light,
    one.wears,
  ].filter((part): part is string => Boolean(part));
  const copy = async () => {
    await navigator.clipboard.writeText(link);
    setCopied(true);
  };
  return (
    <li className="panel flex gap-3 p-3">
      {!trial.over && (
        <img
          src={`/api/trials/${trial.id}/judges/${one.id}/code.svg`}
          alt={`Link of ${one.name} as a code`}
          className="size-28 shrink-0 bg-white"
        />
      )}
      <div className="min-w-0 flex-1 space-y-1">
        <b className="block truncate font-semibold" dir="auto" title={one.name}>
          {one.name}
        </b>
        <span className="figure block text-[18px]">{typeset(`${one.answers} answers`)}</span>
        <span className="soft block">{typeset([`copy ${one.of_copy}`, ...said].join(" · "))}</span>
        {!trial.over && (
          <span className="block truncate">
            <a
              className="inline-flex min-h-6 items-center underline"
              href={one.path}
              target="_blank"
              rel="noreferrer"
              title={link}
            >
              {one.path}
            </a>
          </span>
        )}
        <span className="flex flex-wrap gap-x-4">
          {!trial.over && (
            <button type="button" className="min-h-6 underline" onClick={() => void copy()}>
              {copied ? "Copied" : "Copy the link"}
            </button>
          )}
          {sure ? (
            <>
              <button type="button" className="min-h-6 underline" onClick={props.onLeaveOut}>
                {typeset(one.answers ? `Delete ${one.answers} answers` : "Withdraw the link")}
              </button>
              <button type="button" className="min-h-6 underline" onClick={() => setSure(false)}>
                Leave it
              </button>
            </>
          ) : (
            <button type="button" className="min-h-6 underline" onClick={() => setSure(true)}>
              Leave out
            </button>
          )}
        </span>
      </div>
    </li>
  );
}
