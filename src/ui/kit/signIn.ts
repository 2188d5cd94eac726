/** What became of signing in. */
export type SignedIn = 'in' | 'wrong' | 'too often' | 'away';

export async function signIn(email: string, password: string): Promise<SignedIn> {
  try {
    const response = await fetch('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email, password }),
    });
    return response.ok ? 'in' : response.status === 429 ? 'too often' : 'wrong';
  } catch {
    return 'away';
  }
}
