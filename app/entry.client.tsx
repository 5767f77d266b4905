import { StrictMode, startTransition } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";

// Without a line, the pages that were open before still open.
if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/service-worker.js");

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
