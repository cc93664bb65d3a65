import { useMay } from '../../api/session';
import { useNow } from '../../api/live';
import { PageHead } from '../../parts/PageHead';
import { BackupsPart } from './BackupsPart';
import { ChannelNetworkPart } from './ChannelNetworkPart';
import { HousePart } from './HousePart';
import { NetworkPart } from './NetworkPart';
import { PhonesPart } from './PhonesPart';
import { SendersPart } from './SendersPart';
import { TokensPart } from './TokensPart';
import { UsersPart } from './UsersPart';
import { AuditPart } from './AuditPart';

/** The house: who it is, what it sends with, who works here. */
export default function SetupPage() {
  const { data: now } = useNow();
  const mayChange = useMay('CHANGE_HOUSE');
  const maySeeUsers = useMay('CHANGE_USERS');
  const maySeeAudit = useMay('SEE_AUDIT');
  return (
    <>
      <PageHead title="Setup" beside="the house, what it sends with, who works here" />
      <div className="mt-5 grid gap-x-12 gap-y-8 xl:grid-cols-2">
        <HousePart mayChange={mayChange} />
        <NetworkPart mayChange={mayChange} />
        <ChannelNetworkPart channel="WHATSAPP" mayChange={mayChange} />
        <ChannelNetworkPart channel="VOICE_BROADCAST" mayChange={mayChange} />
        {mayChange && now?.networks.some((one) => one.kind === 'stand-in') && <PhonesPart />}
        {mayChange && <SendersPart />}
        {mayChange && <TokensPart />}
        {mayChange && <BackupsPart />}
        {maySeeUsers && <UsersPart />}
        {maySeeAudit && <AuditPart />}
      </div>
    </>
  );
}
