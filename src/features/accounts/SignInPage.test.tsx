import { fireEvent, screen } from '@testing-library/react';
import { AccountsProvider } from '../ui/me';
import { serve, settled, show } from '../ui/testing';
import { SignInPage } from './SignInPage';

let search = '';
jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams(search) }));

const SIGN_IN = 'POST /api/auth/sign-in/email';
const me = (provider: string | null) => ({
  accounts: true,
  person: null,
  role: null,
  provider,
  requiresSecondFactor: false,
  lacksSecondFactor: false,
});
async function door(answers: Record<string, unknown>, provider: string | null = null) {
  const sent = serve({ '/api/me': me(provider), ...answers });
  await show(
    <AccountsProvider hasAccounts>
      <SignInPage />
    </AccountsProvider>,
  );
  return sent;
}
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
async function press(name: string) {
  fireEvent.click(button(name));
  await settled();
}
const type = (field: string, text: string) =>
  fireEvent.change(screen.getByLabelText(field), { target: { value: text } });

beforeEach(() => (search = ''));

test('address and password are wanted both', async () => {
  await door({});
  expect(button('Sign in').disabled).toBe(true);
  type('Address', 'ada@skerrow.example');
  expect(button('Sign in').disabled).toBe(true);
  type('Password', 'long enough, this one');
  expect(button('Sign in').disabled).toBe(false);
  type('Address', '   ');
  expect(button('Sign in').disabled).toBe(true);
});

test('what does not fit is said above the fields, and one can try again', async () => {
  const sent = await door({ [SIGN_IN]: { refuse: 'Address and password do not fit.', status: 401 } });
  type('Address', ' ada@skerrow.example ');
  type('Password', 'wrong password');
  await press('Sign in');
  expect(sent[0]?.body).toEqual({ email: 'ada@skerrow.example', password: 'wrong password' });
  expect(screen.getByRole('alert').textContent).toBe('Address and password do not fit.');
  expect(button('Sign in').disabled).toBe(false);
});

test('too many tries are told as such', async () => {
  await door({ [SIGN_IN]: { refuse: 'x', status: 429 } });
  type('Address', 'ada@skerrow.example');
  type('Password', 'wrong password');
  await press('Sign in');
  expect(screen.getByRole('alert').textContent).toBe('Too many tries. Wait a little, then try again.');
});

test('with a second factor a code is asked for; six digits go one way, a backup code the other', async () => {
  const sent = await door({
    [SIGN_IN]: { twoFactorRedirect: true },
    'POST /api/auth/two-factor/verify-totp': { refuse: 'Not this one.', status: 401 },
    'POST /api/auth/two-factor/verify-backup-code': { refuse: 'Nor this one.', status: 401 },
  });
  type('Address', 'ada@skerrow.example');
  type('Password', 'long enough, this one');
  await press('Sign in');
  expect(screen.getByRole('form', { name: 'One more step' })).toBeTruthy();
  expect(button('Go on').disabled).toBe(true);
  type('Code', '123 456');
  await press('Go on');
  expect(sent.at(-1)).toEqual({
    method: 'POST',
    path: '/api/auth/two-factor/verify-totp',
    body: { code: '123456' },
  });
  expect(screen.getByRole('alert').textContent).toBe('Not this one.');
  type('Code', 'abcde-fghij');
  await press('Go on');
  expect(sent.at(-1)?.path).toBe('/api/auth/two-factor/verify-backup-code');
});

test('a provider that did not let one in is told at once; without one there is no button for it', async () => {
  search = 'error=denied';
  await door({});
  expect(screen.getByRole('alert').textContent).toMatch(/^The provider did not let you in/);
  expect(screen.queryByRole('button', { name: /^Sign in with/ })).toBeNull();
});

test('a provider is offered by its name', async () => {
  await door({}, 'Harbour Office');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(button('Sign in with Harbour Office').disabled).toBe(false);
});

test('whoever forgot the password takes the address along', async () => {
  await door({});
  type('Address', 'ada@skerrow.example');
  await press('I forgot my password');
  expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('ada@skerrow.example');
});
