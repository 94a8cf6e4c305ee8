import { useEffect, useState } from 'react';
import type { ColumnInteraction } from '~core/checks';
import { useWorkbench, useWorkbenchApi } from '../../state/store';

/** A column's section as it is used, asked of the solver anew whenever the checks change; undefined while there is none. */
export function useInteraction(member: string): ColumnInteraction | undefined {
  const workbench = useWorkbenchApi();
  const checks = useWorkbench((state) => state.checks);
  const [found, setFound] = useState<{
    readonly member: string;
    readonly interaction: ColumnInteraction | undefined;
  }>();
  useEffect(() => {
    let current = true;
    void workbench
      .getState()
      .interaction(member)
      .then((interaction) => {
        if (current) setFound({ member, interaction });
      });
    return () => {
      current = false;
    };
  }, [workbench, checks, member]);
  return found?.member === member ? found.interaction : undefined;
}
