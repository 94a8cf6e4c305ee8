import { Button, type ButtonProps } from 'antd';
import { saveDocument } from './making';

/** A link to a document that takes its time: followed here it is made with its progress shown and saved as a file; in a tab of its own it opens there. */
export function DocumentLink({
  of,
  href,
  ...rest
}: Omit<ButtonProps, 'onClick' | 'href'> & { /** what is made: “PDF of the report” */ of: string; href: string }) {
  return (
    <Button
      {...rest}
      href={href}
      onClick={(event) => {
        if (event.ctrlKey || event.metaKey || event.shiftKey) return;
        event.preventDefault();
        void saveDocument(of, href);
      }}
    />
  );
}
