import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { isAway, pause } from "./api/away";
import { App } from "./App";
import { AwayLine } from "./shell/AwayLine";
import "./styles.css";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // A server that is away comes back; one that says no says it again.
      retry: (count, error) => isAway(error) && count < 30,
      retryDelay: pause,
      refetchOnWindowFocus: false,
    },
  },
});

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <App />
          <AwayLine />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
