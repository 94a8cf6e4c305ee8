import { useNavigate, useSearchParams } from 'react-router';

/** Opens another variant: the workbench is made anew with it, looking at the same place. */
export function useOpenVariant(): (id: number) => void {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  return (id) => {
    const next = new URLSearchParams(search);
    next.set('variant', String(id));
    void navigate({ search: `?${next}` });
  };
}
