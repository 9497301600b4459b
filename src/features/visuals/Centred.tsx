/** Words in the middle of a visual that has no picture. */
import type { ReactNode } from 'react';

export function Centred({ children, alert = false }: { children: ReactNode; alert?: boolean }) {
  return (
    <div
      role={alert ? 'alert' : 'status'}
      style={{
        height: '100%',
        display: 'flex',
        flexDirection: 'column',
        gap: 8,
        alignItems: 'center',
        justifyContent: 'center',
        textAlign: 'center',
        padding: 8,
      }}
    >
      {children}
    </div>
  );
}
