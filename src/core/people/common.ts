/**
 * Passcodes that are tried first everywhere, of six letters and more, without spaces and in small letters. Common
 * practice: lists of leaked passwords agree on the first few dozen; these from memory.
 */
const commonest = new Set(
  (
    '123456 123456789 12345678 1234567 1234567890 12345678910 0123456789 987654321 0987654321 654321 123123 123321 ' +
    '112233 121212 123654 147258 147258369 159753 696969 666666 111111 000000 222222 555555 777777 888888 999999 ' +
    'password password1 password12 password123 passw0rd p@ssw0rd p@ssword passwort motdepasse contraseña senha123 ' +
    'qwerty qwerty1 qwerty12 qwerty123 qwertyuiop qwertz qwertzuiop azerty azertyuiop asdfgh asdfghjkl zxcvbn ' +
    '1q2w3e 1q2w3e4r 1q2w3e4r5t q1w2e3r4 1qaz2wsx qazwsx qazwsxedc abc123 abcd1234 abcdef abcdefg a1b2c3 aa123456 ' +
    'iloveyou letmein welcome welcome1 welcome123 admin1 admin123 administrator changeme default secret secret1 ' +
    'monkey dragon master shadow sunshine princess football baseball superman batman trustno1 whatever freedom ' +
    'starwars michael jordan23 jennifer charlie buster hunter ranger thomas robert daniel jessica ashley nicole ' +
    'google computer internet samsung summer winter spring autumn flower cookie chocolate banana orange purple ' +
    'hello1 hello123 hellohello testtest test123 test1234 guest123 user1234 pass1234 passpass access login1 ' +
    'kennel kennels puppies puppy1 doggie doggy1 dogdog goodboy goodgirl goodboy1 dogtrainer trainer trainer1 handler'
  ).split(' '),
)

const plain = (text: string): string => text.normalize('NFKC').toLowerCase().replace(/\s/gu, '')

/** Letters one after the other on the way from a to z, or figures from 0 to 9, up or down. */
function isRun(text: string): boolean {
  const codes = [...text].map((c) => c.codePointAt(0) ?? 0)
  const steps = new Set(codes.slice(1).map((code, i) => code - (codes[i] ?? 0)))
  const [step] = steps
  return steps.size === 1 && (step === 0 || step === 1 || step === -1)
}

/**
 * Why nobody should have this passcode; undefined where nothing is known against it. `names`: of the person and the
 * kennel, which is what somebody who knows them tries next.
 */
export function whyTooCommon(passcode: string, names: readonly string[]): string | undefined {
  const said = plain(passcode)
  if (commonest.has(said) || isRun(said) || new Set(said).size < 3)
    return 'That is one of the passcodes that are tried first. Three words of your own are easy to keep.'
  const named = names.map(plain).filter((name) => name.length > 2)
  const bare = said.replace(/[\d!?.]+$/u, '')
  return named.includes(bare) ? 'A name is tried first by whoever knows it. Choose something else.' : undefined
}
