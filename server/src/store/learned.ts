import { type LearnedFact, type LearnedFacts, type MixerFact, type StoredLarder } from '@fellmist/contract';
import { classOf, type Larder, mainPart, measureRole, overrunOf, sumsOfPart, whip } from '@fellmist/core';
import { learnLoss, learnMixer, learnSweetness, likedFactor, meanOn, tastedOf, yieldCheck } from '@fellmist/core/bake';
import { readBake, recentlyFinished, standingEventsOf } from './bakes';
import { type Store } from './database';
import { foldedBake } from './foldedBake';
import { formulasWithReadings, worksheetOf } from './formulas';

/** The bakes that teach: so many of the last finished ones. What was long ago was another oven and another taste. */
const MOST_BAKES = 120;

type Contents = Omit<StoredLarder, 'liking' | 'mixers'>;

/** What a kitchen's bakes teach; each bake is read once for as long as nothing is told of it. */
export class LearnedBakes {
  private readonly known = new Map<string, { readonly place: number; readonly fact: LearnedFact | undefined }>();

  private factOf(db: Store, id: string, place: number, larder: Larder, contents: Contents): LearnedFact | undefined {
    const before = this.known.get(id);
    if (before?.place === place) return before.fact;
    const stored = readBake(db, id);
    let fact: LearnedFact | undefined;
    if (stored) {
      const bake = foldedBake(stored, larder, contents.settings.settings);
      const product = classOf(bake.real, contents);
      // What is not heated loses nothing: there is nothing to learn.
      const lossShare = product && product.loss.high > 0 ? yieldCheck(bake, product)?.lossShare : undefined;
      const score = meanOn(tastedOf(standingEventsOf(stored)), 'sweetness')?.mean;
      const [was, is] = [mainPart(stored.original, larder), mainPart(bake.real, larder)].map((part) => part && measureRole('sweetness', sumsOfPart(part, larder)));
      fact = {
        bakeId: id,
        title: stored.formula.title,
        at: bake.madeAt ?? stored.events[0]?.event.at ?? '',
        ...(product ? { classId: product.id } : {}),
        ...(lossShare === undefined || lossShare < 0 ? {} : { lossShare }),
        ...(score === undefined || !was || !is ? {} : { sweetness: { ratio: is / was, score } }),
      };
    }
    this.known.set(id, { place, fact });
    return fact;
  }

  facts(db: Store, larder: Larder, contents: Contents): LearnedFacts {
    const { forgotten = {} } = contents.settings.settings;
    const bakes = recentlyFinished(db, MOST_BAKES).flatMap(({ id, place }) => this.factOf(db, id, place, larder, contents) ?? []);
    return {
      bakes: bakes.map((fact): LearnedFact => {
        const { lossShare, sweetness, ...rest } = fact;
        const isOld = (what: string): boolean => fact.at < (forgotten[what] ?? '');
        return {
          ...rest,
          ...(lossShare === undefined || isOld(`loss:${fact.classId ?? ''}`) ? {} : { lossShare }),
          ...(sweetness === undefined || isOld('liking') ? {} : { sweetness }),
        };
      }),
      mixers: mixerFacts(db, larder).filter(({ mixer, at }) => at >= (forgotten[`mixer:${mixer}`] ?? '')),
    };
  }
}

/** What cups of foam showed, against what the model expects of their mix. */
function mixerFacts(db: Store, larder: Larder): readonly MixerFact[] {
  return formulasWithReadings(db).flatMap(({ id, tryId, createdAt }) => {
    const read = worksheetOf(db, tryId);
    if (!read.ok) return [];
    const { cold, title } = read.document.rebuild;
    const part = mainPart(read.document.rebuild, larder);
    if (!cold || !part) return [];
    return cold.readings.flatMap((reading): readonly MixerFact[] => {
      const [mixer, real] = [reading.mixer ?? cold.mixer, overrunOf(reading)?.overrunPercent];
      const expected = whip(part, { ...cold, mixer }, larder).at(-1)?.overrunPercent;
      return real === undefined || expected === undefined ? [] : [{ formulaId: id, title, at: createdAt, mixer, ratio: (100 + real) / (100 + expected) }];
    });
  });
}

/** What ships, as this household's own bakes have shifted it: losses of its classes, how sweet it is liked, what its mixers beat in. */
export function asLearned(contents: Contents, { bakes, mixers }: LearnedFacts): StoredLarder {
  const sweetness = likedFactor(learnSweetness(bakes.flatMap((fact) => fact.sweetness ?? [])));
  const beats = (kind: 'stand' | 'hand'): number => Math.exp(learnMixer(mixers.filter(({ mixer }) => mixer === kind).map(({ ratio }) => ratio)).now.mean);
  return {
    ...contents,
    classes: contents.classes.map((one) => {
      const shares = bakes.filter(({ classId }) => classId === one.id).flatMap(({ lossShare }) => lossShare ?? []);
      return shares.length === 0 ? one : { ...one, loss: learnLoss(one.loss, shares).loss };
    }),
    ...(sweetness === 1 ? {} : { liking: { sweetness } }),
    mixers: { stand: beats('stand'), hand: beats('hand') },
  };
}
