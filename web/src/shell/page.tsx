import { type QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Component as ColdStation } from "../cold/ColdStation";
import { App, Stumbled } from "./App";
import { Start } from "./Start";

const router = createBrowserRouter([
  {
    path: "/",
    element: <App />,
    HydrateFallback: () => null,
    errorElement: <Stumbled />,
    children: [
      { index: true, element: <Start /> },
      { path: "trips/:tripId/cold/:night?", Component: ColdStation },
      { path: "trips/:tripId/night/:night?", lazy: () => import("../night/NightStation") },
      { path: "trips/:tripId/day/:night?", lazy: () => import("../day/DayStation") },
      { path: "trips/:tripId/compare/:night?", lazy: () => import("../compare/CompareStation") },
      { path: "trips/:tripId/choose/:night?", lazy: () => import("../choose/ChooseStation") },
      { path: "trips/:tripId/dry/:night?", lazy: () => import("../dry/DryStation") },
      { path: "trips/:tripId/load/:night?", lazy: () => import("../load/LoadStation") },
      { path: "trips/:tripId/log/:night?", lazy: () => import("../log/LogStation") },
      { path: "trips/:tripId/take/:night?", lazy: () => import("../take/TakeStation") },
      { path: "trips/:tripId/rehearse/:night?", lazy: () => import("../rehearse/RehearseStation") },
      { path: "trips/:tripId/teach/:night?", lazy: () => import("../teach/TeachStation") },
      { path: "trips/:tripId/kit", lazy: () => import("../kit/KitStation") },
      { path: "keep", lazy: () => import("../keep/KeepPage") },
      { path: "*", element: <Start /> },
    ],
  },
]);

/** Draws the page. */
export function draw(queries: QueryClient) {
  createRoot(document.getElementById("root") as HTMLElement).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}
