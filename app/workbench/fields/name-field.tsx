import { Input } from 'antd';

/** A record's name beside its label, in a grid of fields; left empty it has none. */
export function NameField({
  id,
  record,
  onCommit,
}: {
  /** of the field */
  readonly id: string;
  readonly record: { readonly id: string; readonly label?: string | undefined };
  readonly onCommit: (label: string | null) => void;
}) {
  const { label = '' } = record;
  return (
    <>
      <label htmlFor={id}>Name</label>
      <Input
        id={id}
        key={`${record.id} ${label}`}
        defaultValue={label}
        placeholder={record.id}
        maxLength={60}
        onBlur={(event) => {
          const typed = event.target.value.trim();
          if (typed !== label) onCommit(typed === '' ? null : typed);
        }}
        onPressEnter={(event) => event.currentTarget.blur()}
      />
    </>
  );
}
