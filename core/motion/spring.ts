export interface SpringFacts {
  readonly stiffness: number;
  readonly damping: number;
  readonly mass: number;
}

/** What is left of the way after `timeS` seconds: 1 at first, 0 at rest. Closed form of the damped oscillator. */
export function springLeft({ stiffness, damping, mass }: SpringFacts, timeS: number): number {
  const pace = Math.sqrt(stiffness / mass);
  const ratio = damping / (2 * Math.sqrt(stiffness * mass));
  if (Math.abs(ratio - 1) < 1e-6) return Math.exp(-pace * timeS) * (1 + pace * timeS);
  if (ratio < 1) {
    const swing = pace * Math.sqrt(1 - ratio * ratio);
    const fade = Math.exp(-ratio * pace * timeS);
    return fade * (Math.cos(swing * timeS) + ((ratio * pace) / swing) * Math.sin(swing * timeS));
  }
  const root = Math.sqrt(ratio * ratio - 1);
  const slow = -pace * (ratio - root);
  const quick = -pace * (ratio + root);
  return (quick * Math.exp(slow * timeS) - slow * Math.exp(quick * timeS)) / (quick - slow);
}

/** Seconds after which a spring never again strays more than a thousandth of the way. */
export function settleTime(spring: SpringFacts): number {
  const pace = Math.sqrt(spring.stiffness / spring.mass);
  const ratio = spring.damping / (2 * Math.sqrt(spring.stiffness * spring.mass));
  // What remains is never above its envelope: halve down to where that falls below a thousandth.
  const envelope = (t: number): number => {
    if (ratio < 1 - 1e-6) return Math.exp(-ratio * pace * t) / Math.sqrt(1 - ratio * ratio);
    return Math.abs(springLeft(spring, t));
  };
  let high = 1 / pace;
  while (envelope(high) > 0.001) high *= 2;
  let low = 0;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (envelope(middle) > 0.001) low = middle;
    else high = middle;
  }
  return high;
}
