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

const COLOURS = ['#5f7a52', '#8a5a3c', '#2f6a74', '#7c4a63', '#5d6b3a', '#46586b', '#6a5a94', '#7a4b2a']
const NAMES = [
  'Jory Penhallick',
  'Adaeze Umeh',
  'Morwen Ostley',
  'Sunniva Brekke',
  'Wilf Haggerty',
  'Noor Albaher',
  'Tamsin Quill',
  'Ebbe Strand',
  'Ruth Marrack',
  'Kofi Danquar',
  'Elin Vasterby',
  'Hob Carnthwaite',
  'Safia Rahmun',
  'Piers Lodden',
  'Ottilie Brandsma',
  'Gwen Trewhella',
  'Yusra Qadim',
  'Anders Holmgard',
  'Biddy Fallow',
  'Teo Marchetta',
  'Lowenna Skewes',
  'Ivo Krasnik',
  'Maren Tolleson',
  'Dewi Pryderog',
]

const students: DemoPerson[] = NAMES.map((name, at) => {
  const id = name.split(' ')[0]!.toLowerCase()
  return {
    id,
    name,
    email: `${id}@skerrow.example`,
    role: 'student',
    colour: COLOURS[at % COLOURS.length]!,
    ...(id === 'jory' || id === 'adaeze' ? { shown: true } : {}),
  }
})

/** The people of Skerrow Field School. All made up. */
export const demoPeople: readonly DemoPerson[] = [
  { id: 'maud', name: 'Maud Oakshott', email: 'maud@skerrow.example', role: 'manager', colour: '#7a4b2a', shown: true },
  {
    id: 'tobias',
    name: 'Tobias Wren',
    email: 'tobias@skerrow.example',
    role: 'author',
    colour: '#46586b',
    shown: true,
  },
  { id: 'ines', name: 'Ines Carrow', email: 'ines@skerrow.example', role: 'author', colour: '#6a5a94', shown: true },
  ...students,
  {
    id: 'petra',
    name: 'Petra Lindmark',
    email: 'petra@skerrow.example',
    role: 'guest',
    colour: '#5d6b3a',
    shown: true,
  },
]
