/** The password of every made-up person of the demo. */
export const DEMO_PASSWORD = 'one on two, two on one'
