import { useEffect, useRef, useState } from 'react';

interface Props {
  readonly initial: string;
  readonly left: number;
  readonly top: number;
  /** whether a line has begun, so that a length makes sense */
  readonly begun: boolean;
  /** @returns what is wrong, if something is */
  readonly onEnter: (text: string) => string | undefined;
  readonly onCancel: () => void;
}

/** The little field that opens beside the cursor when one types while drawing. */
export function TypedPoint({ initial, left, top, begun, onEnter, onCancel }: Props) {
  const [text, setText] = useState(initial);
  const [error, setError] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
    field.current?.setSelectionRange(initial.length, initial.length);
  }, [initial]);
  return (
    <div
      className="card typed-point"
      style={{ left, top }}
      onPointerDown={(event) => event.stopPropagation()}
      onPointerUp={(event) => event.stopPropagation()}
    >
      <input
        ref={field}
        className="ant-input"
        aria-label="Length, angle or coordinates"
        aria-invalid={error !== ''}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setError('');
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') onCancel();
          if (event.key !== 'Enter') return;
          event.preventDefault();
          const wrong = onEnter(text);
          if (wrong === undefined) onCancel();
          else setError(wrong);
        }}
      />
      {error ? (
        <div className="field-error" role="alert">
          {error}
        </div>
      ) : (
        <div className="field-hint">{begun ? '6.4 · 6.4 at 30 · offset 3, 1.5 · x, y, z · n4' : 'x, y, z · n4'}</div>
      )}
    </div>
  );
}
