import { AutoComplete } from 'antd';
import { useEffect, useId, useMemo, useState } from 'react';
import { parseSection, type SectionChoice } from '~core/build';
import { searchByLimits, searchCatalogueShapes, sectionProperties, speaksOfLimits } from '~core/catalog';
import { inOrder, type Section } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { useReportUnread } from './form-of-values';

interface Props {
  readonly label: string;
  /** name of the section in force, 'varies', or empty */
  readonly value: string;
  /** a section of the model, or one that has to be made */
  readonly onCommit: (choice: { existing: Section } | { made: SectionChoice }) => void;
}

/** A section by typing: a name of the model or the catalogue, dimensions, or limits such as `I, depth ≤ 410, Wpl ≥ 800`. */
export function SectionField({ label, value, onCommit }: Props) {
  const sections = useWorkbench((state) => state.model.sections);
  const units = useWorkbench((state) => state.model.settings.units);
  const [text, setText] = useState(value);
  const [error, setError] = useState('');
  const id = useId();
  useEffect(() => setText(value), [value]);

  const options = useMemo(() => {
    if (speaksOfLimits(text)) {
      const found = searchByLimits(text, units);
      if (!found.ok) return [];
      return found.value.shapes.slice(0, 40).map(({ name, shape }) => {
        const { depth, area, plasticModulusY } = sectionProperties(shape);
        return {
          value: name,
          label: `${name}  (h ${formatQuantity(depth, 'sectionLength', units, 0)}, A ${formatQuantity(area, 'area', units, 1)}, Wpl ${formatQuantity(plasticModulusY, 'sectionModulus', units, 0)})`,
        };
      });
    }
    const typed = text === value ? '' : text.toLowerCase();
    const own = inOrder(sections)
      .filter((section) => section.name.toLowerCase().includes(typed))
      .map((section) => ({ value: section.name, label: section.name }));
    const rolled =
      typed === ''
        ? []
        : searchCatalogueShapes(typed, 14)
            .filter((shape) => !own.some((option) => option.value === shape.name))
            .map((shape) => ({ value: shape.name, label: `${shape.name}  (${shape.standard})` }));
    return [...own, ...rolled];
  }, [text, value, sections, units]);

  /** What a text stands for, or why it stands for nothing yet. */
  const read = (typed: string): { existing: Section } | { made: SectionChoice } | string => {
    const existing = Object.values(sections).find(
      (section) => section.name.toLowerCase() === typed.trim().toLowerCase(),
    );
    if (existing) return { existing };
    if (speaksOfLimits(typed)) {
      const found = searchByLimits(typed, units);
      return !found.ok
        ? found.error
        : found.value.shapes.length === 0
          ? 'No section of the catalogue keeps these limits.'
          : 'Choose one of the list; the lightest stands first.';
    }
    const parsed = parseSection(typed, units);
    if (!parsed.ok) return parsed.error;
    const same = Object.values(sections).find((section) => section.name === parsed.value.name);
    return same ? { existing: same } : { made: parsed.value };
  };
  const waiting = text.trim() === '' || text === value ? undefined : read(text);
  const inForm = useReportUnread(typeof waiting === 'string' ? waiting : undefined);
  const commit = (typed: string) => {
    if (typed.trim() === '' || typed === value) {
      setText(value);
      setError('');
      return;
    }
    const choice = read(typed);
    setError(typeof choice === 'string' ? choice : '');
    if (typeof choice !== 'string') onCommit(choice);
  };
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <div>
        <AutoComplete
          id={id}
          value={text === 'varies' ? '' : text}
          placeholder={value === 'varies' ? 'varies' : 'IPE 330, W16X40, 350 × 600'}
          options={options}
          status={error ? 'error' : undefined}
          style={{ width: '100%' }}
          defaultActiveFirstOption={false}
          onChange={(typed: string) => setText(typed)}
          onSelect={(chosen: string) => commit(chosen)}
          onBlur={() => commit(text)}
          onInputKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            // in a form the first Enter takes the section and does nothing else
            if (inForm && event.currentTarget.value !== value) event.preventDefault();
            commit(event.currentTarget.value);
          }}
        />
        {error && (
          <div className="field-error" role="alert">
            {error}
          </div>
        )}
      </div>
    </>
  );
}
