import { phraseStyle, role } from '../../theme/roles';

/** A typed text with the place of its error underlined (`to` exclusive), and a sentence that helps. */
export function ErrorPlace({
  text,
  from,
  to,
  message,
}: {
  text: string;
  from: number;
  to: number;
  message: string;
}) {
  const end = Math.max(to, from + 1);
  return (
    <span role="alert">
      <span aria-hidden="true" style={{ ...phraseStyle, display: 'block', whiteSpace: 'pre-wrap' }}>
        {text.slice(0, from)}
        <span style={{ textDecoration: `underline wavy ${role.error}` }}>
          {text.slice(from, end) || '   '}
        </span>
        {text.slice(end)}
      </span>
      {message}
    </span>
  );
}
