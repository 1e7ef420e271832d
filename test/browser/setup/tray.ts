import { spawn } from 'node:child_process'
import { get } from 'node:http'
import { freePort } from '../../../scripts/postgres.ts'

/** A tray for outgoing mail, the stand-in that ships with the application. */
export interface Tray {
  /** Where mail is sent to: SMTP_URL. */
  readonly address: string
  /** The page that shows what lies there for somebody, as HTML. */
  of: (to: string) => Promise<string>
  stop: () => void
}

export async function startTray(): Promise<Tray> {
  const [standins, mail] = [await freePort(), await freePort()]
  const tray = spawn(process.execPath, ['--import', 'tsx', 'standins/main.ts'], {
    env: {
      ...process.env,
      STANDINS_PORT: String(standins),
      STANDINS_MAIL_PORT: String(mail),
      STANDINS_DATA: `.data/standins-${standins}`,
    },
    stdio: 'ignore',
  })
  return {
    address: `smtp://127.0.0.1:${mail}`,
    // Only browsers know by themselves that names under localhost are this machine.
    of: (to) =>
      new Promise((done, fail) => {
        get(
          { host: '127.0.0.1', port: standins, path: `/?to=${to}`, headers: { host: `mail.localhost:${standins}` } },
          (response) => {
            let text = ''
            response.on('data', (chunk) => (text += String(chunk)))
            response.on('end', () => done(text))
          },
        ).on('error', fail)
      }),
    stop: () => void tray.kill(),
  }
}
