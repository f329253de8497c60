/** Takes something out of a sentence or a list. */
export const Remove = ({ label, act }: { label: string; act: () => void }) => (
  <button type="button" aria-label={label} className="text-soft hover:text-rust" onClick={act}>
    ×
  </button>
)

/** Why something could not be done, under what it is about. */
export const Trouble = ({ problem }: { problem: { message: string } | undefined }) =>
  problem && (
    <p role="alert" className="text-rust">
      ■ {problem.message}
    </p>
  )
