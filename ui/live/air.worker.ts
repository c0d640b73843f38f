import type { AirMessage, FromAir } from "./protocol";

// HarfBuzz starts up while it is imported: loaded lazily, so that no message is lost in the meantime.
const air = import("./air");

self.addEventListener("message", (event: MessageEvent<AirMessage>) => {
  void air.then(({ receive }) => receive(event.data));
});

void air.then(() => self.postMessage({ kind: "ready" } satisfies FromAir));
