import { Button, Spin } from 'antd';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { dismiss, makings } from './making';

/** What is ready sooner is not announced, ms. */
const announcedAfter = 400;

/** Documents the server makes for this window: how far each is, and a button that cancels it. */
export function InTheMaking() {
  const list = useStore(makings, (state) => state.list);
  const shown = useAfter(list.length > 0, announcedAfter);
  if (list.length === 0 || !(shown || list.some((one) => one.error))) return null;
  return (
    <section className="in-the-making card" aria-label="Documents in the making">
      {list.map(({ key, title, phase, error }) => (
        <div key={key} className="row" style={{ flexWrap: 'nowrap', alignItems: 'flex-start' }}>
          {error === undefined && <Spin size="small" aria-hidden />}
          <div style={{ flex: 1 }} role={error === undefined ? 'status' : 'alert'}>
            <div className="strong">{title}</div>
            <div className={error === undefined ? 'caption' : 'field-error'}>
              {error === undefined ? `${phase} …` : `It was not made. ${error}`}
            </div>
          </div>
          <Button
            size="small"
            onClick={() => dismiss(key)}
            aria-label={`${error === undefined ? 'Cancel' : 'Close'}: ${title}`}
          >
            {error === undefined ? 'Cancel' : 'Close'}
          </Button>
        </div>
      ))}
    </section>
  );
}

/** Whether something has been so for a while, ms. */
function useAfter(so: boolean, wait: number): boolean {
  const [after, setAfter] = useState(false);
  useEffect(() => {
    if (!so) return;
    const timer = setTimeout(() => setAfter(true), wait);
    return () => {
      clearTimeout(timer);
      setAfter(false);
    };
  }, [so, wait]);
  return after;
}
