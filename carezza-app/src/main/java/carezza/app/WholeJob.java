package carezza.app;

import carezza.io.DocumentStore;
import carezza.io.JobFolder;
import carezza.io.JobLog;
import carezza.io.LaidOn;
import carezza.pass.Pass;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleConsumer;

/** The pictures of a folder, which are a job; a pass of one is laid on the others. */
final class WholeJob {
  private final BenchModel model;
  private final Questions questions;
  private final Path userData;

  WholeJob(BenchModel model, Questions questions, Path userData) {
    this.model = model;
    this.questions = questions;
    this.userData = userData;
  }

  /** What was done on the other pictures of the job, as their saved documents say; reads files. */
  static JobLog worked(Path picture, Path userData) {
    Path here = picture.toAbsolutePath();
    List<Path> others =
        JobFolder.pictures(here.getParent()).stream().filter(p -> !p.equals(here)).toList();
    return JobLog.of(others, p -> DocumentStore.existing(p, userData));
  }

  /**
   * What is to be laid.
   *
   * @param others pictures, one or more
   */
  record Laying(Pass pass, List<Path> others) {
    Path folder() {
      return others.get(0).getParent();
    }
  }

  /** Asks; empty when that is not wanted or cannot be, which is said. */
  Optional<Laying> asked(long id) {
    OpenPicture p = model.picture().get();
    Optional<Pass> pass = p.history().now().pass(id).flatMap(q -> q.kind().forJob(q));
    Path here = p.file().path().toAbsolutePath();
    List<Path> others =
        JobFolder.pictures(here.getParent()).stream().filter(q -> !q.equals(here)).toList();
    if (pass.isEmpty() || others.isEmpty()) {
      model.message().set(Words.of(pass.isEmpty() ? "job.notThis" : "job.noOther"));
      return Optional.empty();
    }
    return questions.mayLay(KindWords.name(pass.get()), others.size())
        ? Optional.of(new Laying(pass.get(), others))
        : Optional.empty();
  }

  /**
   * Lays it, on the caller's thread.
   *
   * @return what came of it, with each picture that was left as it is
   */
  String lay(Laying laying, DoubleConsumer progress) {
    int done = 0;
    List<String> said = new ArrayList<>();
    for (Path q : laying.others()) {
      try {
        if (LaidOn.picture(q, userData, laying.pass())) {
          done++;
        } else {
          said.add(Words.of("job.elsewhere", Failures.name(q)));
        }
      } catch (IOException | RuntimeException e) {
        said.add(Failures.sentence(Failures.What.SAVE, Failures.name(q), e));
      }
      progress.accept((double) (done + said.size()) / laying.others().size());
    }
    said.add(0, Words.of("job.laid", done));
    return String.join(" ", said);
  }
}
