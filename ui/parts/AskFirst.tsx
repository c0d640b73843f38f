"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";

/**
 * A button that asks before it acts, in its own place: what it would do in a sentence, a way out that has the focus, and
 * the act by its name.
 */
export function AskFirst(props: {
  words: string;
  question: string;
  /** What the answers are called. */
  no: string;
  yes: string;
  help?: string;
  onYes: () => void;
}) {
  const { words, question, no, yes, help, onYes } = props;
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <Button variant="link" size="sm" data-help={help} onClick={() => setAsking(true)}>
        {words}
      </Button>
    );
  return (
    <span role="group" aria-label={words}>
      {question}{" "}
      <Button variant="link" size="sm" autoFocus onClick={() => setAsking(false)}>
        {no}
      </Button>
      <Button
        variant="link"
        size="sm"
        onClick={() => {
          setAsking(false);
          onYes();
        }}
      >
        {yes}
      </Button>
    </span>
  );
}
