import { useEffect, useState } from 'react';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { MemberSheetIndex, SetSheet } from '../../workers/messages';

/** The checks of a member, asked of the solver anew whenever the checks change. */
export function useSheetIndex(member: string): MemberSheetIndex | undefined {
  const workbench = useWorkbenchApi();
  const checks = useWorkbench((state) => state.checks);
  const [index, setIndex] = useState<MemberSheetIndex>();
  useEffect(() => {
    let current = true;
    void workbench
      .getState()
      .sheetIndex(member)
      .then((found) => {
        if (current && found) setIndex(found);
      });
    return () => {
      current = false;
    };
  }, [workbench, checks, member]);
  return index;
}

/** One calculation sheet, asked of the solver anew whenever the checks change. */
export function useSheet(member: string, check: string | undefined): SetSheet | undefined {
  const workbench = useWorkbenchApi();
  const checks = useWorkbench((state) => state.checks);
  const [sheet, setSheet] = useState<SetSheet>();
  useEffect(() => {
    let current = true;
    if (check === undefined) setSheet(undefined);
    else {
      void workbench
        .getState()
        .sheet(member, check)
        .then((found) => {
          if (current) setSheet(found);
        });
    }
    return () => {
      current = false;
    };
  }, [workbench, checks, member, check]);
  return sheet;
}
