import { Figure, type FigureProps } from "./Figure";
import { useFigure } from "./figures";

interface Props extends Omit<FigureProps, "picture" | "label"> {
  /** What the figure is called. */
  figure: string;
  /** What it shows; empty where the name stands beside it. */
  of: string;
}

/** The figure of a drill; its place is kept until it is here. */
export function DrillFigure({ figure, of, ...rest }: Props) {
  const picture = useFigure(figure);
  if (!picture) return <span className={`block ${rest.className ?? ""}`} />;
  return <Figure picture={picture} label={of && `${of}, drawn from joint angles`} {...rest} />;
}
