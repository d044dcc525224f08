import { View } from 'react-native';
import { useState } from 'react';
import type { Dossier } from '@zither/contract';
import { openLinks, planOf } from '@zither/visit';
import { sayLink, sayReport } from '@zither/words/home';
import { Button, Input } from '../../ui/elements.ts';
import { Heading, Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { newId, splitRow, today, useChanges } from '../data/index.ts';
import { linkAddress, newLink, pageFile, readCode } from './home.ts';

/** What the client takes home on a phone: the page as a file or behind a link; and what comes back. */
export function HomePart({ dossier, within }: { dossier: Dossier; within: readonly string[] }) {
  const { client } = dossier;
  const plan = planOf(dossier);
  const { putLink, putHomeReport } = useChanges();
  const [address, setAddress] = useState<string | null>(null);
  const [isCopied, setIsCopied] = useState(false);
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState('');
  if (!plan) return null;
  const links = openLinks(dossier, today());
  const make = async () => {
    const { token, values } = newLink(today());
    putLink(client.id, { id: newId(), version: 0 }, values);
    setIsCopied(false);
    setAddress(await linkAddress(token));
  };
  const share = async (link: string) => {
    try {
      if (typeof navigator.share === 'function') await navigator.share({ url: link });
      else {
        await navigator.clipboard.writeText(link);
        setIsCopied(true);
      }
    } catch {
      // Closed without a choice, or no clipboard here: the address can be read and typed.
    }
  };
  const take = () => {
    const read = readCode(code, dossier);
    if (!read.ok) return setProblem(read.problem);
    putHomeReport(client.id, { id: newId(), version: 0 }, read.values);
    setCode('');
    return setProblem('');
  };
  return (
    <View style={{ gap: space.s }}>
      <Heading level={2}>On the client’s phone</Heading>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Button
          type="outline"
          title="Page as a file"
          onPress={() => pageFile(plan, within, dossier)}
        />
        <Button type="outline" title="Make a link" onPress={() => void make()} />
      </View>
      {address !== null && (
        <View style={{ gap: space.xs }}>
          <Say strong style={{ wordBreak: 'break-all' } as object}>
            {address}
          </Say>
          <Say small soft>
            This address is shown once. It opens as soon as this device has sent it.
          </Say>
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              title={isCopied ? 'Copied' : 'Share the link'}
              onPress={() => void share(address)}
            />
          </View>
        </View>
      )}
      {links.map((link) => (
        <View
          key={link.id}
          style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.s }}
        >
          <Say small>{sayLink(link)}</Say>
          <Button
            type="clear"
            title="End this link"
            accessibilityLabel={`End the link. ${sayLink(link)}`}
            onPress={() => {
              const { ref, values } = splitRow(link);
              putLink(client.id, ref, { ...values, revoked: true });
              setAddress(null);
            }}
          />
        </View>
      ))}
      <Input
        label="Code from the client’s page"
        aria-label="Code from the client’s page"
        value={code}
        onChangeText={(text: string) => {
          setCode(text);
          setProblem('');
        }}
        errorMessage={problem}
        autoCapitalize="characters"
        onSubmitEditing={take}
      />
      <Say small soft>
        It looks like 7F3C-261127-D12-H0-F2-K.
      </Say>
      <View style={{ alignItems: 'flex-start' }}>
        <Button type="outline" title="Take the code" disabled={code === ''} onPress={take} />
      </View>
      {dossier.homeReports.slice(0, 6).map((report) => (
        <Say key={report.id} small>
          {sayReport(report, report.planId === plan.id ? plan : null)}
        </Say>
      ))}
    </View>
  );
}
