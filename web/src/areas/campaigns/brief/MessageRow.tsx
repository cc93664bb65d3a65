import type { Schemas } from '../../../api/client';
import { Advice } from './Advice';
import { AsTheyGetIt } from './AsTheyGetIt';
import { Measured } from './Measured';
import { MergeTextBox } from './MergeTextBox';
import { TextIdeas } from './TextIdeas';
import type { Brief } from './useDraft';

/** What a text campaign says, its merge fields, and how it goes over the air. */
export function MessageRow({
  campaign,
  brief,
  change,
}: {
  campaign: Schemas['Campaign'];
  brief: Brief;
  change: (part: Partial<Brief>) => void;
}) {
  return (
    <>
      <MergeTextBox
        campaign={campaign}
        brief={brief}
        change={change}
        placeholder="Say who you are, what it is about, and how to stop."
        below={
          <Advice
            campaign={campaign}
            message={brief.message}
            onPlain={(message) => change({ message })}
          />
        }
      >
        <Measured text={brief.message} />
        <TextIdeas message={brief.message} onUse={(message) => change({ message })} />
      </MergeTextBox>
      <AsTheyGetIt campaign={campaign} Preview={Measured} />
    </>
  );
}
