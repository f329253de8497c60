/** A figure over the scene, readable on whatever lies behind it. */
export const SceneText = ({ x, y, children }: { x: number; y: number; children: React.ReactNode }) => (
  <text
    x={x}
    y={y}
    fontSize={14}
    fontWeight={600}
    fill="var(--figure)"
    stroke="var(--scene)"
    strokeWidth={4}
    paintOrder="stroke"
  >
    {children}
  </text>
)
