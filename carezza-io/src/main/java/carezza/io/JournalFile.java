package carezza.io;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;

/**
 * The lines of a journal as they are on the disk, and what of them rests on a document. Numbers
 * have to follow one another: a line that is wrong, missing or there twice ends what can be used,
 * until a line of a save gives firm ground again. Blank lines and carriage returns before line
 * breaks carry nothing and are passed over; a last line without its break was cut off while it was
 * written and is left out.
 */
final class JournalFile {
  /** Member of every line: the document that it rests on. */
  static final String ON = "on";

  /** Member of a line of a save: the document that was about to be written. */
  static final String SAVED = "saved";

  /** Member of the first line of form 1, which stands for all. */
  private static final String BASE = "base";

  private final List<ObjectNode> steps = new ArrayList<>();
  private boolean names;
  private boolean foreign;
  private boolean damaged;
  private boolean earlierForm;
  private int nextNumber;
  private int whole;

  private JournalFile() {}

  /**
   * @param isOf whether a fingerprint is that of the document
   */
  static JournalFile of(byte[] all, Predicate<String> isOf) {
    JournalFile out = new JournalFile();
    String base = "";
    for (byte[] bytes : out.split(all)) {
      JournalLine line = JournalLine.of(bytes).orElse(null);
      if (line != null && line.isOfForm1() && line.text().has(BASE) && out.isUntouched()) {
        base = line.text().path(BASE).asText();
        out.earlierForm = true;
        out.names = isOf.test(base);
        out.foreign = !out.names;
      } else if (line == null) {
        out.damaged = true;
      } else {
        out.add(line, base, isOf);
      }
    }
    return out;
  }

  private boolean isUntouched() {
    return !earlierForm && !damaged && nextNumber == 0;
  }

  private void add(JournalLine line, String base, Predicate<String> isOf) {
    JsonNode text = line.text();
    if (text.has(SAVED) && line.number() >= nextNumber && isOf.test(text.path(SAVED).asText())) {
      steps.clear();
      names = true;
      foreign = false;
      damaged = false;
      nextNumber = line.number() + 1;
      return;
    }
    damaged |= line.isOfForm1() ? !earlierForm : line.number() != nextNumber;
    damaged |= !text.has("order") && !text.has(SAVED);
    if (damaged) {
      return;
    }
    nextNumber = line.isOfForm1() ? 0 : line.number() + 1;
    if (!isOf.test(line.isOfForm1() ? base : text.path(ON).asText())) {
      foreign = true;
    } else {
      names = true;
      if (!text.has(SAVED)) {
        steps.add(line.text());
      }
    }
  }

  private List<byte[]> split(byte[] all) {
    List<byte[]> out = new ArrayList<>();
    for (int i = 0; i < all.length; i++) {
      if (all[i] == '\n') {
        int end = i > whole && all[i - 1] == '\r' ? i - 1 : i;
        if (end > whole) {
          out.add(Arrays.copyOfRange(all, whole, end));
        }
        whole = i + 1;
      }
    }
    return out;
  }

  /** The steps that rest on the document, up to the first line that is wrong. */
  List<ObjectNode> steps() {
    return steps;
  }

  /** Whether it holds something that rests on another document. */
  boolean isForeign() {
    return foreign;
  }

  /** Whether something that may rest on the document is wrong. */
  boolean isDamaged() {
    return damaged;
  }

  /** Whether a line names the document. */
  boolean names() {
    return names;
  }

  /** Whether it was written by a version before lines were numbered. */
  boolean isEarlierForm() {
    return earlierForm;
  }

  int nextNumber() {
    return nextNumber;
  }

  /** Bytes up to the end of the last line that is whole. */
  int whole() {
    return whole;
  }
}
