import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "./app.css";
import { Refused } from "./api/client";
import { makeRouter } from "./router";
import { PreferencesProvider } from "./units/preferences";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => count < 2 && !(error instanceof Refused && error.status >= 400 && error.status < 500),
    },
  },
});
const router = makeRouter(queries);
const place = document.getElementById("app");
if (!place) throw new Error("The page has no place for the app");

// What was refused is said on the page; only what nobody expected goes to the console.
const onCaughtError = (error: unknown) => {
  if (!(error instanceof Refused)) console.error(error);
};

createRoot(place, { onCaughtError }).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <PreferencesProvider>
        <RouterProvider router={router} />
      </PreferencesProvider>
    </QueryClientProvider>
  </StrictMode>,
);
