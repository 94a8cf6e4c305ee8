import { Segmented } from 'antd';

/** Axes in which a member load is given. */
export function AxesChoice({
  value,
  onChange,
}: {
  value: 'global' | 'local';
  onChange: (value: 'global' | 'local') => void;
}) {
  return (
    <Segmented
      aria-label="Axes"
      block
      value={value}
      options={[
        { value: 'global' as const, label: 'global' },
        { value: 'local' as const, label: 'local' },
      ]}
      onChange={onChange}
    />
  );
}
