/** Asks once by which address other phones reach the server: a code with the address of this computer leads each phone to itself. */
import { useState } from 'react';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { View } from '../parts/View';
import { Words } from '../parts/Words';
import { AddressField } from './AddressField';
import { setPublicAddress } from './public-address';

export function AskAddress() {
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string>();
  const save = async (text: string) => setProblem(await setPublicAddress(text));
  return (
    <Notice title="Which address do other phones open?" tone="unknown">
      <Words tone="text-soft">
        These codes lead to this computer’s own address, which no other phone can open. Type the address other
        phones use for this server. “Scan a tag” in the app works either way.
      </Words>
      <View className="gap-2 pt-1">
        <AddressField label="Address of the server" problem={problem} onChangeText={setTyped} />
        <View className="flex-row flex-wrap gap-2">
          <Button
            label="Use this address"
            kind="main"
            disabled={typed.trim() === ''}
            onPress={() => void save(typed)}
          />
          <Button label="No other phone reaches it" onPress={() => void save('')} />
        </View>
      </View>
    </Notice>
  );
}

/** The server would refuse anyone who scans a code with this address. */
export function NotAnswered({ address }: { readonly address: string | null }) {
  const host = address && URL.canParse(address) ? new URL(address).host : '';
  return (
    <Words tone="text-unknown">
      {`The server does not answer to ${host} yet. Put a proxy before it and start it with DENSE_PACK_HOSTS=${host}.`}
    </Words>
  );
}
