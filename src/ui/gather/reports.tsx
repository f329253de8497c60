'use client'
import { useProject } from '../store/store'

/** What was found in the files that were dropped last, one by one, until it is noted. */
export function Reports() {
  const reports = useProject((s) => s.importReports)
  const receive = useProject((s) => s.receive)
  return reports.map((report, i) => (
    <div
      key={`${report.title} ${i}`}
      role={report.failed ? 'alert' : 'status'}
      className={`my-2 border-l-2 py-1 pl-3 text-[15px] ${report.failed ? 'border-rust text-rust' : 'border-moss'}`}
    >
      <p className="font-semibold">
        {report.failed ? '■ ' : '✓ '}
        {report.title}
      </p>
      {report.lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <button
        type="button"
        className="figure text-[14px]"
        onClick={() => receive({ importReports: reports.filter((r) => r !== report) })}
      >
        noted
      </button>
    </div>
  ))
}
