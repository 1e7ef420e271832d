import { DEMO_PASSWORD } from '../server/people/demo-password.server.ts'

export { DEMO_PASSWORD }

export interface DemoPerson {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly role: 'manager' | 'author' | 'student' | 'guest'
  readonly colour: string
  /** Named when the demo starts. */
  readonly shown?: boolean
}

/** The people of Skerrow Field School. All made up. */
export const demoPeople: readonly DemoPerson[] = [
  { id: 'maud', name: 'Maud Oakshott', email: 'maud@skerrow.example', role: 'manager', colour: '#7a4b2a', shown: true },
  { id: 'tobias', name: 'Tobias Wren', email: 'tobias@skerrow.example', role: 'author', colour: '#46586b', shown: true },
  { id: 'ines', name: 'Ines Carrow', email: 'ines@skerrow.example', role: 'author', colour: '#6a5a94', shown: true },
  { id: 'morwen', name: 'Morwen Ostley', email: 'morwen@skerrow.example', role: 'student', colour: '#5f7a52' },
  { id: 'jory', name: 'Jory Penhallick', email: 'jory@skerrow.example', role: 'student', colour: '#8a5a3c', shown: true },
  { id: 'sunniva', name: 'Sunniva Brekke', email: 'sunniva@skerrow.example', role: 'student', colour: '#2f6a74' },
  { id: 'adaeze', name: 'Adaeze Umeh', email: 'adaeze@skerrow.example', role: 'student', colour: '#7c4a63', shown: true },
  { id: 'petra', name: 'Petra Lindmark', email: 'petra@skerrow.example', role: 'guest', colour: '#5d6b3a', shown: true },
]
