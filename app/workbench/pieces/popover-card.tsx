import { useEffect, useRef, type ReactNode } from 'react';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';

/** The card that a status chip or a tool of the rail opens; Escape closes it. */
export function PopoverCard({ title, side, children }: { title: string; side: 'left' | 'right'; children: ReactNode }) {
  const closeCard = useWorkbench((state) => state.closeCard);
  const card = useRef<HTMLElement>(null);
  useEffect(() => {
    card.current?.focus();
  }, []);
  const close = () => closeCard();
  return (
    <section
      ref={card}
      tabIndex={-1}
      className="popover-card card"
      role="dialog"
      aria-label={title}
      style={side === 'left' ? { left: 82, bottom: 90, top: 'auto' } : { right: 10 }}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        // only this card closes; what is selected stays
        event.stopPropagation();
        close();
      }}
    >
      <div className="row">
        <h2 className="title" style={{ flex: 1 }}>
          {title}
        </h2>
        <button type="button" className="icon-button" aria-label={`Close ${title}`} onClick={close}>
          <Icon name="close" />
        </button>
      </div>
      {children}
    </section>
  );
}
