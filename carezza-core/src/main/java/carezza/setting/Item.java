package carezza.setting;

/** Something of which a pass has a list: a heal, a mark, a note. */
public interface Item {
  /** Unique in its list, kept through changes. */
  long id();
}
