import { Input } from 'antd';
import { useEffect, useId, useRef, useState } from 'react';
import { formatInput, parseQuantity, unitLabel, type QuantityKind, type UnitSystem } from '~core/units';
import { useReportUnread } from './form-of-values';

interface Props {
  readonly label: string;
  readonly kind: QuantityKind;
  readonly units: UnitSystem;
  /** in base SI; undefined shows an empty field, 'varies' that the selected things differ */
  readonly value: number | undefined | 'varies';
  /** what an empty field stands for */
  readonly placeholder?: string;
  readonly onCommit: (value: number) => void;
  /** called when the field is emptied; without it an empty field goes back to its value */
  readonly onClear?: () => void;
  /** a further condition: a sentence when the value cannot be */
  readonly refuse?: (value: number) => string | undefined;
  readonly hideLabel?: boolean;
  /** a sentence below the field */
  readonly hint?: string;
  readonly prefix?: string;
}

/** A number with its unit: takes any unit of its kind and plain arithmetic, says what it understood, and keeps the project's unit. */
export function QuantityField({
  label,
  kind,
  units,
  value,
  placeholder,
  onCommit,
  onClear,
  refuse,
  hideLabel = false,
  hint,
  prefix,
}: Props) {
  const shown = value === undefined || value === 'varies' ? '' : formatInput(value, kind, units);
  const [text, setText] = useState(shown);
  const [error, setError] = useState('');
  const [editing, setEditing] = useState(false);
  const id = useId();
  const typing = useRef(false);
  const left = useRef(false);
  useEffect(() => {
    // what is being typed in a form is taken as it is typed, and stays as it is typed
    if (typing.current) return;
    setText(shown);
    setError('');
  }, [shown]);

  const typed = text.trim() !== '' && text.trim() !== shown ? parseQuantity(text, kind, units) : undefined;
  const problem = typed && (typed.ok ? refuse?.(typed.value) : typed.error);
  const inForm = useReportUnread(problem);
  const commit = () => {
    if (text.trim() === shown) {
      setError('');
      return;
    }
    if (text.trim() === '') {
      if (onClear && value !== undefined) onClear();
      else setText(shown);
      setError('');
      return;
    }
    const read = parseQuantity(text, kind, units);
    const refusal = read.ok ? refuse?.(read.value) : read.error;
    if (refusal !== undefined || !read.ok) {
      setError(refusal ?? '');
      return;
    }
    setError('');
    // in a form what was typed stays as it was typed, so that nothing below it moves away from under a click; elsewhere the new value comes back from the model in the project's unit
    if (!inForm) setText(shown);
    onCommit(read.value);
  };
  const unit = unitLabel(kind, units);
  // what was typed is explained only where it is not plainly the number in the project's unit
  const explain = (editing || inForm) && typed?.ok && !/^[-−]?[\d.]+$/.test(text.trim()) ? typed.understood : undefined;
  return (
    <>
      {!hideLabel && <label htmlFor={id}>{label}</label>}
      <div>
        <Input
          id={id}
          aria-label={hideLabel ? label : undefined}
          aria-invalid={error !== ''}
          aria-describedby={error ? `${id}-error` : undefined}
          status={error ? 'error' : undefined}
          value={text}
          placeholder={value === 'varies' ? 'varies' : placeholder}
          prefix={prefix}
          suffix={unit === '' ? undefined : <span className="caption">{unit}</span>}
          onChange={(event) => {
            setText(event.target.value);
            if (!inForm) return;
            typing.current = true;
            const read = parseQuantity(event.target.value, kind, units);
            if (read.ok && refuse?.(read.value) === undefined) onCommit(read.value);
            else if (event.target.value.trim() === '') onClear?.();
          }}
          onFocus={() => setEditing(true)}
          onBlur={() => {
            setEditing(false);
            typing.current = false;
            if (!left.current) commit();
            left.current = false;
          }}
          onPressEnter={(event) => {
            // in a form the first Enter takes what was typed; what the form does is seen before it is done
            if (typing.current || problem !== undefined) event.preventDefault();
            typing.current = false;
            commit();
          }}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            // leaves the field, so that shortcuts act again, with the value it had
            setText(shown);
            setError('');
            left.current = true;
            event.currentTarget.blur();
          }}
        />
        {error && (
          <div className="field-error" id={`${id}-error`} role="alert">
            {error}
          </div>
        )}
        {!error &&
          (explain !== undefined ? (
            <div className="field-hint">= {explain}</div>
          ) : (
            hint && <div className="field-hint">{hint}</div>
          ))}
      </div>
    </>
  );
}
