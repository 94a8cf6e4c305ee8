import { useEffect, useState } from 'react';
import type { LineBars } from '~core/checks';
import { useWorkbench, useWorkbenchApi } from '../../state/store';

/** The bars of the design line a member is in, asked of the solver anew whenever the checks change; undefined while there are none. */
export function useLineBars(member: string): LineBars | undefined {
  const workbench = useWorkbenchApi();
  const checks = useWorkbench((state) => state.checks);
  const [bars, setBars] = useState<LineBars>();
  useEffect(() => {
    let current = true;
    void workbench
      .getState()
      .lineBars(member)
      .then((found) => {
        if (current) setBars(found);
      });
    return () => {
      current = false;
    };
  }, [workbench, checks, member]);
  return bars;
}
