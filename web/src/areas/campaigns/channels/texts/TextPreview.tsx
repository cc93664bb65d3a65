import { Measured } from '../../brief/Measured';

/** How a text goes over the air as one person gets it. */
export function TextPreview({ text }: { text: string }) {
  return <Measured text={text} />;
}
