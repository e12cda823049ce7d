import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { expect, it } from "vitest";
import { askAnew } from "./askAnew";

it("an answer that was on its way when something changed is not taken for the newest", async () => {
  const queries = new QueryClient();
  const answers: ((value: string) => void)[] = [];
  const observer = new QueryObserver(queries, {
    queryKey: ["job"],
    queryFn: () => new Promise<string>((resolve) => answers.push(resolve)),
  });
  const leave = observer.subscribe(() => undefined);
  // The first question is asked; before it is answered a print is added.
  const anew = askAnew(queries, { queryKey: ["job"] });
  await new Promise((resolve) => setTimeout(resolve, 0));
  answers[0]?.("without the print");
  await new Promise((resolve) => setTimeout(resolve, 0));
  expect(answers).toHaveLength(2);
  answers[1]?.("with the print");
  await anew;
  expect(observer.getCurrentResult().data).toBe("with the print");
  leave();
});
