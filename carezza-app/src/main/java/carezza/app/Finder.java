package carezza.app;

import carezza.app.kit.Choices.Choice;
import carezza.app.side.GoTo;
import carezza.area.Area;
import carezza.io.JobFolder;
import carezza.pass.Pass;
import carezza.pass.PassGroup;
import carezza.pass.PassKind;
import carezza.reading.Reading;
import carezza.region.RegionName;
import carezza.screen.CheckView;
import carezza.screen.check.CheckViews;
import carezza.sheet.Kinds;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Supplier;

/** All that can be reached by typing its name: what it is called, and what choosing it will do. */
final class Finder {
  private static final int MOST = 9;

  private final BenchModel model;
  private final Commands commands;
  private final FileDesk files;
  private final GoTo goTo;

  Finder(BenchModel model, Commands commands, FileDesk files, GoTo goTo) {
    this.model = model;
    this.commands = commands;
    this.files = files;
    this.goTo = goTo;
  }

  /** Whatever has all words of a text in its name, the nearest first; nothing for no text. */
  List<Choice> find(String text) {
    String[] words = text.strip().toLowerCase(Locale.ROOT).split("\\s+");
    if (words[0].isEmpty()) {
      return List.of();
    }
    record Found(Choice choice, int rank) {}
    List<Found> out = new ArrayList<>();
    for (Supplier<List<Choice>> source : sources()) {
      for (Choice c : source.get()) {
        rank(c.name(), words).ifPresent(r -> out.add(new Found(c, r)));
      }
    }
    return out.stream()
        .sorted(Comparator.comparingInt(Found::rank))
        .limit(MOST)
        .map(Found::choice)
        .toList();
  }

  /**
   * How near a name is: 0 when it begins with the text, 1 when words of it do, 2 when they hold it.
   */
  static OptionalInt rank(String name, String... words) {
    String all = name.toLowerCase(Locale.ROOT);
    int worst = all.startsWith(String.join(" ", words)) ? 0 : 1;
    for (String w : words) {
      int at = all.indexOf(w);
      if (at < 0) {
        return OptionalInt.empty();
      }
      boolean begins = at == 0 || all.contains(" " + w);
      worst = begins ? worst : 2;
    }
    return OptionalInt.of(worst);
  }

  private List<Supplier<List<Choice>>> sources() {
    return model.isOpen()
        ? List.of(
            this::passes,
            this::kinds,
            this::regions,
            this::readings,
            this::looks,
            this::pictures,
            this::commands)
        : List.of(this::commands);
  }

  private static Choice found(String id, String name, String line, Runnable what) {
    return new Choice("find-" + id, name, line, "", what);
  }

  private List<Choice> passes() {
    List<Choice> out = new ArrayList<>();
    for (Pass p : model.sheet().get().passes()) {
      out.add(
          found(
              "pass-" + p.id(),
              KindWords.name(p),
              Words.of("find.pass", KindWords.where(p)),
              () -> model.passes().chosen().set(p.id())));
    }
    return out;
  }

  private List<Choice> kinds() {
    List<Choice> out = new ArrayList<>();
    for (PassKind k : Kinds.all()) {
      out.add(
          found(
              "add-" + k.key(),
              KindWords.name(k),
              Words.of("find.kind", Words.of("does." + k.key())),
              () -> model.passes().add(k)));
      for (PassGroup g : k.groups()) {
        out.add(
            found(
                "add-" + g.key(),
                Words.of("group." + g.key()),
                Words.of("find.kind", Words.of("group." + g.key() + ".does")),
                () -> model.passes().add(g)));
      }
    }
    return out;
  }

  private List<Choice> regions() {
    List<Choice> out = new ArrayList<>();
    if (!model.known().hasFace()) {
      return out;
    }
    Optional<Pass> chosen = model.passes().chosenPass().filter(p -> p.kind().usesArea());
    for (String r : RegionName.keys()) {
      String name = Words.of("region." + r);
      out.add(found("region-" + r, name, Words.of("find.region"), () -> goTo.region(r)));
      chosen.ifPresent(
          p ->
              out.add(
                  found(
                      "use-" + r,
                      name,
                      Words.of("find.use", KindWords.name(p)),
                      () -> model.areas().change(a -> Area.ofRegion(r)))));
    }
    return out;
  }

  private List<Choice> readings() {
    List<Choice> out = new ArrayList<>();
    for (Reading r : model.readings().get()) {
      if (r.isAvailable()) {
        String remark = ReadingWords.remark(r);
        out.add(
            found(
                "reading-" + r.name(),
                Words.of("find.readingIs", ReadingWords.name(r), ReadingWords.value(r), remark)
                    .strip(),
                Words.of(r.place().isEmpty() ? "find.readingAll" : "find.reading"),
                () -> goTo.reading(r)));
      }
    }
    return out;
  }

  private List<Choice> looks() {
    List<Choice> out = new ArrayList<>();
    for (CheckView v : CheckViews.all()) {
      String digit = CheckViews.digit(v).map(String::valueOf).orElse("");
      out.add(
          found(
              "look-" + v.key(),
              Words.of("look." + v.key()),
              Words.of("find.look", digit).strip(),
              () -> model.looking().at(v)));
    }
    return out;
  }

  private List<Choice> pictures() {
    Path here = model.picture().get().file().path().toAbsolutePath();
    List<Choice> out = new ArrayList<>();
    for (Path p : JobFolder.pictures(here.getParent())) {
      if (!p.equals(here)) {
        out.add(
            found(
                "open-" + p.getFileName(),
                p.getFileName().toString(),
                Words.of("find.picture"),
                () -> files.open(p)));
      }
    }
    return out;
  }

  private List<Choice> commands() {
    return commands.all().stream()
        .filter(c -> model.isOpen() || !c.needsPicture())
        .map(
            c ->
                found(
                    "command-" + c.key(),
                    c.name(),
                    c.keys().isEmpty() ? "" : Words.of("find.command", c.keys()),
                    c.what()))
        .toList();
  }
}
