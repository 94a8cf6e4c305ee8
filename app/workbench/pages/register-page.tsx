import { checkRegister, reachWords } from '~core/checks';
import { WidePage } from '../pieces/wide-page';

/** What Elbow checks by every code, and what it does not: made from the register the checks are listed in. */
export function RegisterPage() {
  return (
    <WidePage
      label="What Elbow checks, and what it does not"
      title="What Elbow checks, and what it does not"
      caption="by code and kind of member, as far as each check goes"
    >
      <p className="secondary" style={{ marginTop: 0 }}>
        <b>Open where needed:</b> whether a member needs it is found, and its verdict is open where it does.{' '}
        <b>Not checked:</b> no verdict speaks of it; it is for the engineer.
      </p>
      {checkRegister().map(({ title, families, parts }) => (
        <div className="block" key={title}>
          <h3>
            {title} <span className="caption">with combinations of {families.join(', ')}</span>
          </h3>
          {parts.length === 0 && (
            <p className="secondary">Not there yet: members are analysed, and their verdict is open.</p>
          )}
          {parts.map(({ members, entries }) => (
            <table key={members} className="plain-table" style={{ marginBottom: 10 }}>
              <caption style={{ captionSide: 'top', textAlign: 'left', fontWeight: 600 }}>{members}</caption>
              <thead>
                <tr>
                  <th style={{ width: 78 }}>Clause</th>
                  <th style={{ width: 148 }}>What</th>
                  <th style={{ width: 98 }}>How far</th>
                  <th>Of it</th>
                </tr>
              </thead>
              <tbody>
                {entries.map(({ id, clause, title: what, reach, words }) => (
                  <tr key={`${id} ${what}`}>
                    <td>{clause}</td>
                    <td>{what}</td>
                    <td>{reach === 'out' || reach === 'watched' ? <b>{reachWords[reach]}</b> : reachWords[reach]}</td>
                    <td>{words}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          ))}
        </div>
      ))}
    </WidePage>
  );
}
