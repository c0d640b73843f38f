import { steadyMs } from "./clock";
import type { AirMessage, FromAir } from "./protocol";

// HarfBuzz starts up while it is imported: loaded lazily, so that no message is lost in the meantime.
const air = import("./air");

self.addEventListener("message", (event: MessageEvent<AirMessage>) => {
  const receivedMs = steadyMs();
  void air.then(({ receive }) => receive(event.data, receivedMs));
});

void air.then(() => self.postMessage({ kind: "ready" } satisfies FromAir));
