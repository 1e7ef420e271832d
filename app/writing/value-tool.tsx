import { Button, Popover } from 'antd'
import { Variable } from 'lucide-react'
import { useState } from 'react'

/** Puts a number into a text that is another for each student: a variable, or a formula of some. */
export function ValueTool({
  variables,
  onInsert,
}: {
  variables: readonly string[]
  onInsert: (formula: string, decimals: number | null) => void
}) {
  const [isOpen, setOpen] = useState(false)
  const [formula, setFormula] = useState('')
  const [decimals, setDecimals] = useState('')
  const insert = (text: string): void => {
    if (text.trim() === '') return
    setOpen(false)
    setFormula('')
    onInsert(text.trim(), decimals === '' ? null : Number(decimals))
  }
  const form = (
    <div role="dialog" aria-label="A number that differs for each student">
      <ValueForm {...{ insert, formula, variables, setFormula, decimals, setDecimals }} />
    </div>
  )
  return (
    <Popover open={isOpen} onOpenChange={setOpen} trigger="click" placement="bottomLeft" content={form}>
      <button
        type="button"
        className="plain-button tool"
        title="Value: a number that differs for each student"
        aria-haspopup="dialog"
      >
        <Variable size={15} strokeWidth={1.75} aria-hidden /> Value
      </button>
    </Popover>
  )
}

interface ValueFormProps {
  insert: (text: string) => void
  formula: string
  variables: readonly string[]
  setFormula: (value: string) => void
  decimals: string
  setDecimals: (value: string) => void
}

function ValueForm({ insert, formula, variables, setFormula, decimals, setDecimals }: ValueFormProps) {
  return (
    <form
      className="value-form"
      onSubmit={(event) => {
        event.preventDefault()
        insert(formula)
      }}
    >
      {variables.length > 0 && (
        <div className="value-names">
          {variables.map((name) => (
            <Button key={name} size="small" onClick={() => insert(name)}>
              {name}
            </Button>
          ))}
        </div>
      )}
      <label>
        A variable, or a formula
        <input
          value={formula}
          placeholder={variables[0] ? `${variables[0]} * 2` : 'add a variable first'}
          onChange={(event) => setFormula(event.target.value)}
        />
      </label>
      <label>
        Decimals; empty for as many as it has
        <input type="number" min={0} max={12} value={decimals} onChange={(event) => setDecimals(event.target.value)} />
      </label>
      <Button size="small" type="primary" htmlType="submit">
        Insert the value
      </Button>
    </form>
  )
}
