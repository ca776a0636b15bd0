import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "./app.css";
import { Refused, SIGNED_OUT } from "./api/client";
import { beginAnew } from "./api/me";
import { isRun, makeRouter } from "./router";
import { PreferencesProvider } from "./units/preferences";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => count < 2 && !(error instanceof Refused && error.status >= 400 && error.status < 500),
    },
  },
});
const router = makeRouter(queries);
// Whoever was signed out elsewhere finds that out with the next request, and comes back to where they were.
addEventListener(SIGNED_OUT, () => {
  const { pathname, href } = router.state.location;
  if (pathname === "/sign-in" || pathname === "/join" || pathname === "/see") return;
  if (isRun(pathname)) return; // it says so itself, and keeps what it holds
  void beginAnew(queries).then(() => router.navigate({ to: "/sign-in", search: { to: href }, replace: true }));
});

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
