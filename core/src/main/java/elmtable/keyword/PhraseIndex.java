package elmtable.keyword;

import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.keyword.Phrase.Literal;
import elmtable.keyword.Phrase.Part;
import elmtable.keyword.Phrase.Slot;
import elmtable.keyword.PhraseMatch.Placeholder;
import elmtable.keyword.Sentence.Word;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * All phrases of a project, as a tree of words: phrases that begin alike share their beginnings, so
 * that finding the one for a sentence takes the same time however many there are.
 */
public final class PhraseIndex {
  private static final class Node {
    final Map<String, Node> words = new HashMap<>();
    final Map<List<String>, Node> slots = new LinkedHashMap<>();
    final List<End> ends = new ArrayList<>();
  }

  /** A phrase that ends at a node. */
  private record End(Signature keyword, String phrase, List<Slot> slots, int literals) {}

  private final Node root = new Node();
  private final List<Signature> keywords;

  private PhraseIndex(List<Signature> keywords) {
    this.keywords = keywords;
    keywords.forEach(keyword -> keyword.phrases().forEach(phrase -> add(keyword, phrase)));
  }

  /** An index of the keywords that have phrases. */
  public static PhraseIndex of(Collection<Signature> keywords) {
    return new PhraseIndex(
        keywords.stream().filter(keyword -> !keyword.phrases().isEmpty()).toList());
  }

  /** Whether it was made of these very keywords. */
  public boolean isOf(Collection<Signature> others) {
    return keywords.equals(
        others.stream().filter(keyword -> !keyword.phrases().isEmpty()).toList());
  }

  /** The parameters that a phrase has placeholders for, in order. */
  public static List<String> placeholders(String phrase) {
    return Phrase.placeholders(phrase);
  }

  /** Why a phrase makes no sense, as the end of a sentence that begins with it, or nothing. */
  public static Optional<String> objection(String phrase) {
    return Phrase.objection(phrase);
  }

  private void add(Signature keyword, String phrase) {
    for (List<Part> way : Phrase.ways(phrase)) {
      Node node = root;
      List<Slot> slots = new ArrayList<>();
      int literals = 0;
      for (Part part : way) {
        switch (part) {
          case Literal literal -> {
            node = node.words.computeIfAbsent(literal.folded(), word -> new Node());
            literals += literal.folded().length();
          }
          case Slot slot -> {
            List<String> touching = List.of(slot.prefix(), slot.suffix());
            node = node.slots.computeIfAbsent(touching, signs -> new Node());
            literals += slot.prefix().length() + slot.suffix().length();
            slots.add(slot);
          }
        }
      }
      node.ends.add(new End(keyword, phrase, slots, literals));
    }
  }

  /**
   * The phrases that fit a sentence best: none, one, or several that are equally good. Most literal
   * characters go first, then fewest placeholders.
   */
  public List<PhraseMatch> find(String sentence) {
    Search search = new Search(Sentence.of(sentence));
    search.from(root, 0);
    return search.best();
  }

  private static final class Search {
    /** Enough for any sentence that a person reads; a made-up one must not hang. */
    private static final int MOST_VISITS = 50_000;

    private final Sentence sentence;
    private int visits;
    private final List<Word> words;
    private final List<int[]> taken = new ArrayList<>();
    private final Map<End, PhraseMatch> found = new LinkedHashMap<>();

    /** From where a node leads to no end at all. */
    private final Map<Node, boolean[]> dead = new HashMap<>();

    Search(Sentence sentence) {
      this.sentence = sentence;
      this.words = sentence.words();
    }

    /** Follows a node from a word on; gives back whether any end was reached, fitting or not. */
    boolean from(Node node, int at) {
      boolean[] deadEnds = dead.computeIfAbsent(node, n -> new boolean[words.size() + 1]);
      if (deadEnds[at] || ++visits > MOST_VISITS) {
        return false;
      }
      boolean reached = false;
      if (at == words.size()) {
        node.ends.forEach(this::take);
        reached = !node.ends.isEmpty();
      } else {
        Word word = words.get(at);
        Node next = word.reference() ? null : node.words.get(word.folded());
        reached = next != null && from(next, at + 1);
        for (Map.Entry<List<String>, Node> slot : node.slots.entrySet()) {
          reached |= slot(slot.getKey().get(0), slot.getKey().get(1), slot.getValue(), at);
        }
      }
      deadEnds[at] = !reached;
      return reached;
    }

    /** A placeholder takes as few words as let the rest fit. */
    private boolean slot(String prefix, String suffix, Node next, int at) {
      boolean reached = false;
      if (!words.get(at).folded().startsWith(prefix)) {
        return false;
      }
      for (int last = at; last < words.size(); last++) {
        Word end = words.get(last);
        int start = words.get(at).start() + prefix.length();
        if (end.folded().endsWith(suffix) && end.end() - suffix.length() > start) {
          taken.add(new int[] {start, end.end() - suffix.length()});
          reached |= from(next, last + 1);
          taken.remove(taken.size() - 1);
        }
      }
      return reached;
    }

    private void take(End end) {
      if (found.containsKey(end)) {
        return;
      }
      List<Placeholder> placeholders = new ArrayList<>();
      for (int i = 0; i < end.slots().size(); i++) {
        int[] range = unquoted(taken.get(i));
        String parameter = end.slots().get(i).parameter();
        if (!fits(end.keyword(), parameter, sentence.source().substring(range[0], range[1]))) {
          return;
        }
        placeholders.add(new Placeholder(parameter, range[0], range[1]));
      }
      found.put(end, new PhraseMatch(end.keyword(), end.phrase(), placeholders));
    }

    private int[] unquoted(int[] range) {
      String source = sentence.source();
      boolean quoted =
          range[1] - range[0] >= 2
              && source.charAt(range[0]) == '"'
              && source.indexOf('"', range[0] + 1) == range[1] - 1;
      return quoted ? new int[] {range[0] + 1, range[1] - 1} : Arrays.copyOf(range, 2);
    }

    private static boolean fits(Signature keyword, String parameter, String written) {
      Optional<Parameter> taken = keyword.parameter(parameter);
      if (taken.isEmpty() || taken.get().kind().type() == Kind.Type.TEXT) {
        return true;
      }
      // A reference fits whatever is wanted; its value is looked at when it is known.
      Template template = Template.of(written);
      return template.hasReferences()
          ? template.singleReference().isPresent()
          : taken.get().kind().objection(Value.of(template.literal().orElse(written))).isEmpty();
    }

    /** The best; of several phrases of one keyword the first. */
    List<PhraseMatch> best() {
      int most = found.keySet().stream().mapToInt(End::literals).max().orElse(0);
      int fewest =
          found.keySet().stream()
              .filter(end -> end.literals() == most)
              .mapToInt(end -> end.slots().size())
              .min()
              .orElse(0);
      Map<String, PhraseMatch> best = new LinkedHashMap<>();
      found.forEach((end, match) -> {
        if (end.literals() == most && end.slots().size() == fewest) {
          best.putIfAbsent(match.keyword().name(), match);
        }
      });
      return List.copyOf(best.values());
    }
  }
}
