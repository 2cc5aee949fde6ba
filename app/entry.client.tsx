import { StrictMode, startTransition } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import { standWhereItWasMade } from "./offline/keptPage.ts";

// Pages open without the server where the browser allows it: on an encrypted address, and on this machine itself.
if ("serviceWorker" in navigator && window.isSecureContext) {
  const register = () =>
    navigator.serviceWorker.register("/service-worker.js").catch(() => {
      // Blocked by a setting of the browser: pages are not kept then, everything else goes on.
    });
  // Not in the way of the page itself.
  if (document.readyState === "complete") register();
  else window.addEventListener("load", register);
}

standWhereItWasMade();
startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
