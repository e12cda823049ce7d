import type { AnyLayoutRequest } from "../../api/types";
import { ProfileField } from "../../profiles/ProfileField";
import { useLayoutStore } from "../layoutStore";

/** The profile of all files of a layout: its prints share it. */
export function ProfileOfFiles({ request }: { request: AnyLayoutRequest }) {
  const change = useLayoutStore((store) => store.change);
  const first = request.plans[0];
  if (!first) return null;
  return (
    <ProfileField
      output={first.output}
      medium={first.medium.name}
      own={request.plans.length === 1}
      onChange={(colours) =>
        change(
          Object.fromEntries(
            request.plans.flatMap((_, at) =>
              Object.entries(colours).map(([name, value]) => [`plans.${at}.output.${name}`, value]),
            ),
          ),
        )
      }
    />
  );
}
