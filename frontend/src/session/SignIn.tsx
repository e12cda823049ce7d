import { Link } from "react-router";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "../shell/rule.css";
import { FirstDrawing } from "./FirstDrawing";
import { useSignIn } from "./useSession";
import "./signin.css";

/** The worked example of docs/rules.md: the picture, sheet and border drawn below. */
const BLADES = [
  ["Picture", "5000 × 3333"], ["Size", "24 × 16 in"], ["Fit", "−10 % height"], ["Edge", "Border 2 in"],
  ["Pixels", "250 ppi"], ["Distance", "from 35 in"], ["Hand-over", "TIFF"],
] as const; // oxfmt-ignore

interface Login {
  name: string;
  password: string;
}

/** The first thing that is seen: what this place does, drawn, and the door. */
export function SignIn() {
  const welcome = useQuery({
    queryKey: ["welcome"],
    queryFn: () => must(client.GET("/api/welcome")),
  });
  const demo = welcome.data?.demo;
  return (
    <div className="door">
      <header className="flex flex-wrap items-baseline gap-x-4 px-5 pt-3 pb-2">
        <span className="figure text-[21px] font-semibold tracking-wider">ZOLLSTOCK</span>
        <span className="soft">From a picture and a wanted print to the file that fits.</span>
      </header>
      <div className="rule" aria-hidden>
        {BLADES.map(([title, key], index) => (
          <span key={title} className="blade" data-plane={index % 2 ? "low" : "high"}>
            <span className="blade-rivet" />
            <span className="blade-title block">
              {index + 1} {title}
            </span>
            <span className="blade-key figure">{typeset(key)}</span>
            <span className="blade-ticks" />
          </span>
        ))}
      </div>
      <main className="door-middle">
        <div className="desk door-desk">
          <FirstDrawing />
        </div>
        <div className="panel self-start px-5 py-5">
          <h1 className="text-[19px] font-semibold">Sign in</h1>
          <p className="soft mb-4 mt-1">
            Crop, edge, pixels, viewing distance: worked out, drawn to scale, and made into the file.{" "}
            <Link className="underline" to="/how-it-works">
              How it works
            </Link>
          </p>
          <Form demo={demo ?? null} />
        </div>
      </main>
    </div>
  );
}

function Form({ demo }: { demo: Login | null }) {
  const signIn = useSignIn();
  const [given, setGiven] = useState<Login>({ name: "", password: "" });
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        signIn.mutate(given);
      }}
    >
      <label className="block">
        Name
        <input
          className="field mt-1 !min-h-9"
          autoComplete="username"
          autoFocus
          required
          value={given.name}
          onChange={(event) => setGiven({ ...given, name: event.target.value })}
        />
      </label>
      <label className="block">
        Password
        <input
          className="field mt-1 !min-h-9"
          type="password"
          autoComplete="current-password"
          required
          value={given.password}
          onChange={(event) => setGiven({ ...given, password: event.target.value })}
        />
      </label>
      {signIn.error && <Problem message={signIn.error.message} />}
      <button className="strong-button w-full !min-h-9" disabled={signIn.isPending}>
        Sign in
      </button>
      {demo && (
        <div className="finding" data-level="note">
          This is a demo, with the prints of a made-up museum. Its login is{" "}
          <b className="font-semibold">{demo.name}</b> with the password{" "}
          <b className="font-semibold">{demo.password}</b>.{" "}
          <button
            type="button"
            className="min-h-6 font-semibold underline"
            onClick={() => signIn.mutate(demo)}
          >
            Sign in with it
          </button>
        </div>
      )}
    </form>
  );
}
