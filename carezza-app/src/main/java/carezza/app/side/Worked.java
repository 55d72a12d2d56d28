package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.OpenPicture;
import carezza.app.Recent;
import carezza.app.Words;
import carezza.app.WorkWords;
import carezza.io.JobLog;
import carezza.job.TimeLog;
import carezza.job.WorkRecord;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;

/**
 * The log over the picture: how long each stage of it took and what came of it, then the same of
 * the job's other pictures as they were saved. A click on one opens it.
 */
public final class Worked extends OverTable {
  private static final int COLUMNS = 4;

  private final BenchModel model;
  private final Function<Path, JobLog> job;
  private final Consumer<Path> open;

  /** What was read of the job since this was opened. */
  private Optional<JobLog> others = Optional.empty();

  /**
   * @param job reads what was done on the other pictures of a picture's job
   * @param open opens a picture
   */
  public Worked(BenchModel model, Function<Path, JobLog> job, Consumer<Path> open) {
    super("worked", COLUMNS);
    this.model = model;
    this.job = job;
    this.open = open;
    model.settled().addListener((o, a, b) -> fill());
    model.picture().addListener((o, a, b) -> others = Optional.empty());
    visibleProperty().addListener((o, a, b) -> others = Optional.empty());
  }

  @Override
  void rows() {
    if (!model.isOpen()) {
      return;
    }
    OpenPicture p = model.picture().get();
    WorkRecord own = model.record();
    head(
        Words.of("worked.head"),
        Words.of("worked.time"),
        Words.of("worked.made"),
        Words.of("worked.has"));
    own.lines()
        .forEach(l -> line(new Label(WorkWords.stage(l.stage())), l.worked(), WorkWords.has(l)));
    total(own.log(), WorkWords.days(own.log().days()));
    wide(new Label(Words.of("worked.note")), "soft");
    if (others.isEmpty()) {
      model.away(() -> job.apply(p.file().path()), this::take);
    } else {
      job(p, others.get());
    }
  }

  /** The job's other pictures come when their documents have been read. */
  private void take(JobLog found) {
    if (isVisible() && others.isEmpty()) {
      others = Optional.of(found);
      fill();
    }
  }

  private void job(OpenPicture p, JobLog found) {
    if (found.lines().isEmpty() && found.failed().isEmpty()) {
      return;
    }
    wide(new Label(Words.of("worked.job", Recent.job(p.file().path()))), "group");
    WorkRecord own = model.record();
    line(new Label(p.name()), own.log(), WorkWords.marks(own));
    for (JobLog.Line l : found.lines()) {
      Button name = new Button(l.picture().getFileName().toString());
      name.getStyleClass().add("quiet");
      name.setId("worked-" + l.picture().getFileName());
      name.setOnAction(e -> open.accept(l.picture()));
      line(name, l.record().log(), WorkWords.marks(l.record()));
    }
    TimeLog all = own.log().plus(found.worked());
    total(all, WorkWords.days(all.days()));
    found.failed().forEach(f -> wide(new Label(f), "soft"));
  }

  private void total(TimeLog log, String words) {
    Label all = new Label(Words.of("worked.all"));
    all.getStyleClass().add("strong");
    line(all, log, words);
  }

  private void line(Labeled name, TimeLog log, String words) {
    cell(name, 0);
    cell(new Label(WorkWords.time(log.seconds())), 1);
    cell(new Label(WorkWords.steps(log.steps())), 2);
    cell(new Label(words), 3).getStyleClass().add("soft");
    nextRow();
  }
}
