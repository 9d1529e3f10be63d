/** The frame every screen stands in: a bar with the way back, a scrolling body, an optional foot. */
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { type ReactNode, useState } from 'react';
import { ScrollView } from 'react-native';
import { takeVersion, useNewVersion } from '../client/new-version';
import { useJustAway, useOutbox } from '../client/queries';
import { Notice } from './Notice';
import { usePageTitle } from './page-title';
import { Button, IconPress } from './Press';
import { ScrollerProvider } from './scroller';
import { Words } from './Words';
import { go } from './go';
import { View } from './View';

interface ScreenProps {
  readonly title: string;
  readonly detail?: string | undefined;
  /** Where the way back leads; none on the first screen. */
  readonly back?: { readonly label: string; readonly href: string } | undefined;
  readonly actions?: ReactNode;
  readonly foot?: ReactNode;
  readonly children: ReactNode;
  /** The body sets its own scrolling. */
  readonly fixed?: boolean;
  /** The body may use the whole of a wide screen. */
  readonly wide?: boolean;
}

export function Screen({
  title,
  detail,
  back,
  actions,
  foot,
  children,
  fixed = false,
  wide = false,
}: ScreenProps) {
  const [scroller, setScroller] = useState<ScrollView | null>(null);
  usePageTitle(title, back && back.href !== '/' ? back.label : undefined);
  return (
    <View className="h-full w-full bg-paper" role="main">
      <View className="min-h-[56px] flex-row items-center gap-1 border-b border-hair bg-paper px-2">
        {back ? (
          <IconPress label={`Back to ${back.label}`} icon={ArrowLeft} onPress={() => go(back.href)} />
        ) : (
          <View className="w-2" />
        )}
        <View className="min-w-0 flex-1 py-1">
          <Words heading={1} size="lead" strong numberOfLines={1}>
            {title}
          </Words>
          <Detail words={detail} />
        </View>
        {actions}
      </View>
      <FullNotice />
      <VersionNotice />
      {fixed ? (
        <View className="min-h-0 flex-1">{children}</View>
      ) : (
        <ScrollView
          ref={setScroller}
          className="flex-1"
          contentContainerClassName={`mx-auto w-full gap-3 p-4 ${wide ? 'max-w-[1920px]' : 'max-w-[760px]'}`}
        >
          <ScrollerProvider value={scroller}>{children}</ScrollerProvider>
        </ScrollView>
      )}
      {foot !== undefined && <View className="border-t border-hair bg-paper px-4 py-2">{foot}</View>}
    </View>
  );
}

/**
 * The second line of the bar. That the server is away stands in it for a moment: at an open box it often is, and nothing
 * may move under the thumb for it.
 */
function Detail({ words }: { readonly words: string | undefined }) {
  const away = useJustAway();
  return (
    <>
      <View role="status">
        {away && (
          <Words size="fine" tone="text-unknown" numberOfLines={1}>
            Server away: carry on
          </Words>
        )}
      </View>
      {!away && words !== undefined && words !== '' && (
        <Words size="fine" tone="text-soft" numberOfLines={1}>
          {words}
        </Words>
      )}
    </>
  );
}

/** Says that nothing more can be kept, and nothing when all is well. */
function FullNotice() {
  const { full } = useOutbox();
  if (!full) return null;
  return (
    <View className="px-4 pt-2">
      <Notice title="This phone’s store is full" tone="over" live>
        The newest changes are held only while this page is open. Keep it open until the server has taken
        them, or delete boxes that are not needed.
      </Notice>
    </View>
  );
}

/** Says that a newer version waits. What is open, and what is typed, is there again when it is taken. */
function VersionNotice() {
  const version = useNewVersion();
  const [later, setLater] = useState(false);
  if (version === 'none' || later) return null;
  return (
    <View className="px-4 pt-2">
      <Notice
        title={version === 'ready' ? 'A new version is ready' : 'Another window has a new version'}
        live
      >
        <View className="flex-row flex-wrap gap-2">
          <Button label="Take it now" kind="main" onPress={takeVersion} />
          <Button label="Later" onPress={() => setLater(true)} />
        </View>
      </Notice>
    </View>
  );
}
