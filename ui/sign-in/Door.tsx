import type { ReactNode } from "react";

/** The sheet that people come in by. */
export const Door = ({ about, children }: { about: string; children: ReactNode }) => (
  <main className="sign-in align-items-center d-flex justify-content-center">
    <div className="sign-in__sheet bg-sheet position-relative">
      <p className="sign-in__mark text-primary font-serif lh-1 m-0 position-absolute" aria-hidden>
        ¶
      </p>
      <h1>Rubrick</h1>
      <p className="text-secondary font-serif fs-17 fst-italic mt-8 mx-0 mb-24">{about}</p>
      {children}
    </div>
  </main>
);
