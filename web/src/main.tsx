import "./styles.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Component as ColdStation } from "./cold/ColdStation";
import { App, Stumbled } from "./shell/App";
import { Start } from "./shell/Start";
import { askAhead } from "./state/trip";
import { useWorkspace } from "./state/workspace";

const router = createBrowserRouter([
  {
    path: "/",
    element: <App />,
    HydrateFallback: () => null,
    errorElement: <Stumbled />,
    children: [
      { index: true, element: <Start /> },
      { path: "trips/:tripId/cold/:night?", Component: ColdStation },
      { path: "trips/:tripId/night/:night?", lazy: () => import("./night/NightStation") },
      { path: "trips/:tripId/day/:night?", lazy: () => import("./day/DayStation") },
      { path: "trips/:tripId/compare/:night?", lazy: () => import("./compare/CompareStation") },
      { path: "trips/:tripId/choose/:night?", lazy: () => import("./choose/ChooseStation") },
      { path: "trips/:tripId/dry/:night?", lazy: () => import("./dry/DryStation") },
      { path: "trips/:tripId/load/:night?", lazy: () => import("./load/LoadStation") },
      { path: "trips/:tripId/log/:night?", lazy: () => import("./log/LogStation") },
      { path: "trips/:tripId/take/:night?", lazy: () => import("./take/TakeStation") },
      { path: "trips/:tripId/rehearse/:night?", lazy: () => import("./rehearse/RehearseStation") },
      { path: "trips/:tripId/teach/:night?", lazy: () => import("./teach/TeachStation") },
      { path: "trips/:tripId/kit", lazy: () => import("./kit/KitStation") },
      { path: "keep", lazy: () => import("./keep/KeepPage") },
      { path: "*", element: <Start /> },
    ],
  },
]);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 60_000,
      refetchOnWindowFocus: false,
      // The server is on this machine: it answers whether or not there is a network.
      networkMode: "always",
    },
  },
});

void useWorkspace
  .getState()
  .load()
  .then(() => askAhead(queries));

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);

// Once the page stands, it is kept for when its server is away.
if (import.meta.env.PROD && "serviceWorker" in navigator)
  addEventListener("load", () =>
    setTimeout(() => void navigator.serviceWorker.register("/worker.js").catch(() => {}), 1000),
  );
