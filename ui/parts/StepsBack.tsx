import { ArrowClockwise, ArrowCounterclockwise } from "react-bootstrap-icons";

interface Step {
  readonly label: string;
}

/** Undo and redo, with what they would take back and do again. */
export function StepsBack(props: {
  past: Step | undefined;
  future: Step | undefined;
  onUndo: () => void;
  onRedo: () => void;
}) {
  const { past, future, onUndo, onRedo } = props;
  return (
    <>
      <button
        type="button"
        className="tool"
        disabled={!past}
        onClick={onUndo}
        title={past ? `Undo: ${past.label} (Ctrl Z)` : "Nothing to undo"}
      >
        <ArrowCounterclockwise aria-hidden /> <span className="visually-hidden">Undo</span>
      </button>
      <button
        type="button"
        className="tool"
        disabled={!future}
        onClick={onRedo}
        title={future ? `Redo: ${future.label}` : "Nothing to redo"}
      >
        <ArrowClockwise aria-hidden /> <span className="visually-hidden">Redo</span>
      </button>
    </>
  );
}
