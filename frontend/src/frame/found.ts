import type { Hit } from "../api/types";
import { smallProof } from "../drawing/awaitedProofs";
import type { Key } from "../shell/useKeys";
import { SHELVES } from "./places";

/** A line of the finder: a thing that was found, a place, or what a key of the page does. */
export interface Line {
  key: string;
  group: "Found" | "Places" | "On this page";
  title: string;
  says: string;
  picture?: string;
  to?: string;
  does?: () => void;
}

const ADDRESS: Record<Hit["kind"], string> = {
  job: "/jobs/",
  print: "/prints/",
  layout: "/layouts/",
  picture: "/pictures/",
};
const PLACES: Line[] = [
  { key: "/", group: "Places", title: "Jobs", says: "every job with its prints", to: "/" },
  ...SHELVES.flatMap(([, places]) =>
    places.map(({ to, name, says }): Line => ({ key: to, group: "Places", title: name, says, to })),
  ),
  {
    key: "/archive",
    group: "Places",
    title: "Archive",
    says: "jobs that are out of the way",
    to: "/?archived",
  },
  {
    key: "/how",
    group: "Places",
    title: "How it works",
    says: "the seven steps with a picture each",
    to: "/how-it-works",
  },
  {
    key: "/book",
    group: "Places",
    title: "Handbook",
    says: "every place, and the rules behind it",
    to: "/handbook",
  },
];

/** Whether each word that is typed begins a word of a text. */
export function begins(text: string, typed: string): boolean {
  const words = text.toLowerCase().split(/[^\p{L}\d]+/u);
  return typed
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((part) => words.some((word) => word.startsWith(part)));
}

/** All lines for what is typed: what was found first, then what this page does, then places. */
export function linesOf(typed: string, hits: readonly Hit[], keys: readonly Key[]): Line[] {
  const found = hits.map((hit): Line => ({
    key: `${hit.kind}-${hit.id}`,
    group: "Found",
    title: hit.title,
    says: hit.says,
    to: `${ADDRESS[hit.kind]}${hit.id}`,
    ...(hit.picture_id && { picture: smallProof(hit.picture_id) }),
  }));
  const actions = keys.flatMap(({ keys: name, what, does }): Line[] =>
    does && begins(what, typed)
      ? [
          {
            key: `key-${name}`,
            group: "On this page",
            title: what,
            says: name,
            does: () => does(new KeyboardEvent("keydown")),
          },
        ]
      : [],
  );
  const places = PLACES.filter(({ title, says }) => begins(`${title} ${says}`, typed));
  // A place by its very name comes before things that merely have the word.
  const named = typed.trim() ? places.filter(({ title }) => begins(title, typed)) : [];
  return [
    ...(hits.some(({ exact }) => exact) ? found : [...named, ...found]),
    ...(hits.some(({ exact }) => exact) ? named : []),
    ...actions,
    ...places.filter((place) => !named.includes(place)),
  ];
}
