import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { queryClient } from "./api/queryClient";
import { App } from "./App";
import { AwayLine } from "./shell/AwayLine";
import "./styles.css";

const queries = queryClient();
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
