import "@fontsource/atkinson-hyperlegible-next/latin-400.css";
import "@fontsource/atkinson-hyperlegible-next/latin-700.css";
import "@fontsource/atkinson-hyperlegible-next/latin-ext-400.css";
import "@fontsource/atkinson-hyperlegible-next/latin-ext-700.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { client } from "../lib/api/client";
import { me } from "../lib/api/queries";
import { heed } from "../lib/news";
import { run } from "../lib/run";
import { App } from "./App";
import "./page.css";

// The program is on this machine: what the browser thinks of the network holds nothing back.
const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true }, mutations: { networkMode: "always" } },
});
heed(queries);
// Who asks is found out while the page is drawn, and again once a session has ended.
run(queries.prefetchQuery(me));
client.use({
  onResponse: ({ response, schemaPath }) => {
    if (response.status === 401 && !schemaPath.startsWith("/api/v1/sessions")) {
      run(queries.invalidateQueries({ queryKey: me.queryKey }));
    }
  },
});
const place = document.getElementById("root");
if (place) {
  createRoot(place).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
