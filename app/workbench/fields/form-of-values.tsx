import { createContext, useCallback, useContext, useEffect, useId, useMemo, useState } from 'react';

/** What the fields of a form tell it: that what stands in them cannot be read. */
interface FormOfValues {
  readonly report: (field: string, problem: string | undefined) => void;
}

const FormContext = createContext<FormOfValues | undefined>(undefined);

/** Around the fields of a form whose button acts on their values. Fields in it take what is typed at once, and report what they cannot read. */
export const FormFields = FormContext.Provider;

/** The state of a form: the first thing its fields cannot read, while which its button must not act on older values. */
export function useFormOfValues(): { readonly fields: FormOfValues; readonly unread: string | undefined } {
  const [unread, setUnread] = useState<ReadonlyMap<string, string>>(new Map());
  const report = useCallback((field: string, problem: string | undefined) => {
    setUnread((before) => {
      if (before.get(field) === problem) return before;
      const next = new Map(before);
      if (problem === undefined) next.delete(field);
      else next.set(field, problem);
      return next;
    });
  }, []);
  return { fields: useMemo(() => ({ report }), [report]), unread: [...unread.values()][0] };
}

/** Reports what a field cannot read to the form around it. @returns whether there is one */
export function useReportUnread(problem: string | undefined): boolean {
  const form = useContext(FormContext);
  const id = useId();
  useEffect(() => {
    form?.report(id, problem);
    return () => form?.report(id, undefined);
  }, [form, id, problem]);
  return form !== undefined;
}
