import "./styles.css";
import { QueryClient } from "@tanstack/react-query";
import { whileBusy } from "./api/client";
import { askAhead } from "./state/plan";
import { useWorkspace } from "./state/workspace";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 60_000,
      refetchOnWindowFocus: false,
      retry: whileBusy,
      // The server is on this machine: it answers whether or not there is a network.
      networkMode: "always",
    },
  },
});

void useWorkspace.getState().load((trips) => askAhead(queries, trips));

// What draws is much to read: what it will draw is asked for first.
void import("./shell/page").then((page) => page.draw(queries));

// Once the page stands, it is kept for when its server is away.
if (import.meta.env.PROD && "serviceWorker" in navigator)
  addEventListener("load", () =>
    setTimeout(() => void navigator.serviceWorker.register("/worker.js").catch(() => {}), 1000),
  );
