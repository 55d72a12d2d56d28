package carezza.app;

import carezza.app.tool.HandlesTool;
import carezza.app.tool.PinsTool;
import carezza.face.FaceFinder;
import carezza.face.FaceHandle;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.face.PinnedFace;
import carezza.image.PixelReader;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.function.BiFunction;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;

/** Faces found, offered, taken or refused, and bent by their handles. */
public final class Faces {
  /** Name of the tool that bends outlines. */
  public static final String BEND = "bend_face";

  private final BenchModel model;
  private final FaceFinder finder;
  private final Executor seeker;
  private final ObjectProperty<List<FoundFace>> offered = new SimpleObjectProperty<>(List.of());
  private final ObjectProperty<Optional<FaceMap>> bent =
      new SimpleObjectProperty<>(Optional.empty());

  Faces(BenchModel model, FaceFinder finder, Executor seeker) {
    this.model = model;
    this.finder = finder;
    this.seeker = seeker;
  }

  /** Faces that were found and wait to be confirmed, the principal sitter's first. */
  public ObjectProperty<List<FoundFace>> offered() {
    return offered;
  }

  /** The face map while its handles are dragged; regions follow when the hand lets go. */
  public ObjectProperty<Optional<FaceMap>> bent() {
    return bent;
  }

  /** Asks for the eyes by hand; the sitter's right one lies on the left. */
  public void pinEyes() {
    model
        .tools()
        .take(
            new PinsTool(
                List.of("pin_right_eye", "pin_left_eye"), this::refuseOffered, this::pinned));
  }

  private void pinned(List<Pin> eyes) {
    model.tools().letGo();
    boolean swap = eyes.get(1).x() < eyes.get(0).x();
    RunSheet s = model.picture().get().history().now();
    try {
      FaceMap map = new FaceMap(eyes.get(swap ? 1 : 0), eyes.get(swap ? 0 : 1));
      model.commit(s.withFaceMap(map));
      seekAtPins();
    } catch (IllegalArgumentException e) {
      model.message().set(Words.of("message.placeUnfit"));
      pinEyes();
    }
  }

  /** Asks for nose and mouth, between pinned eyes. */
  public void pinFace() {
    model
        .tools()
        .take(
            new PinsTool(
                List.of("pin_nose", "pin_mouth", "pin_mouth_other"),
                () -> {},
                pins -> {
                  model.tools().letGo();
                  lay(pins.get(0), pins.get(1), pins.get(2));
                }));
  }

  /** Lets the outlines of the faces be bent by their handles. */
  public void bendFaces() {
    model.tools().take(new HandlesTool(BEND, true, new FaceGrips(this)));
  }

  /** The faces as they are being bent, or as they are. */
  List<FoundFace> bending() {
    return bent.get().or(() -> model.sheet().get().faceMap()).map(FaceMap::faces).orElse(List.of());
  }

  void offerFound(OpenPicture p) {
    seek(p, finder::find, offered::set);
  }

  private void seek(
      OpenPicture p,
      BiFunction<PixelReader, BooleanSupplier, List<FoundFace>> how,
      Consumer<List<FoundFace>> then) {
    away(() -> how.apply(p.engine().original(), () -> model.picture().get() != p), then);
  }

  /** Looks for something; what is found counts only while the face map is still the same. */
  private <T> void away(BenchModel.Work<T> find, Consumer<T> then) {
    OpenPicture p = model.picture().get();
    Optional<FaceMap> asked = p.history().now().faceMap();
    model.away(
        seeker,
        Failures.What.FACES,
        find,
        found -> {
          if (p.history().now().faceMap().equals(asked)) {
            then.accept(found);
          }
        });
  }

  /** Looks for faces in a picture whose eyes were pinned by hand. */
  public void findFaces() {
    model.message().set(Words.of("message.seeking"));
    seek(model.picture().get(), finder::find, this::offer);
  }

  /** Looks also for people who are out of focus behind. */
  public void findEverybody() {
    model.message().set(Words.of("message.seeking"));
    seek(model.picture().get(), finder::everybody, this::offer);
  }

  private void offer(List<FoundFace> faces) {
    model.message().set(faces.isEmpty() ? Words.of("message.noFace") : "");
    offered.set(faces);
  }

  /** Makes another sitter the principal one, whose face gives the scale and the readings. */
  public void makePrincipal(int sitter) {
    RunSheet s = model.picture().get().history().now();
    FaceMap map = s.faceMap().orElseThrow().withPrincipal(sitter);
    model.readings().set(List.of());
    model.commit(s.withFaceMap(map));
  }

  /** Looks for the face whose eyes have just been pinned. */
  void seekAtPins() {
    OpenPicture p = model.picture().get();
    p.history()
        .now()
        .faceMap()
        .ifPresent(
            m ->
                away(
                    () -> finder.at(p.engine().original(), m.rightEye(), m.leftEye()),
                    found -> {
                      model.message().set(found.isEmpty() ? Words.of("message.noFaceAtPins") : "");
                      offered.set(found.stream().toList());
                    }));
  }

  /** Lays outlines on pins, to be confirmed and bent. */
  void lay(Pin nose, Pin mouth, Pin otherCorner) {
    OpenPicture p = model.picture().get();
    PinnedFace pins;
    try {
      FaceMap eyes = p.history().now().faceMap().orElseThrow();
      pins = PinnedFace.of(eyes, nose, mouth, otherCorner);
    } catch (IllegalArgumentException e) {
      model.message().set(Words.of("message.pinsUnfit"));
      return;
    }
    away(() -> finder.laid(p.engine().original(), pins), laid -> offered.set(List.of(laid)));
  }

  /** Takes the faces that were found: scale, and regions with no pointing. */
  public void takeOffered() {
    List<FoundFace> faces = offered.get();
    offered.set(List.of());
    if (!faces.isEmpty()) {
      model.tools().letGo();
      model.readings().set(List.of());
      model.commit(model.picture().get().history().now().withFaceMap(FaceMap.of(faces)));
    }
  }

  /** Leaves the face that was found; the eyes are pinned by hand. */
  public void refuseOffered() {
    offered.set(List.of());
  }

  /** Moves a handle of a face, and the outlines near it. */
  public void bend(int face, FaceHandle handle, Pin to, boolean commit) {
    RunSheet s = model.picture().get().history().now();
    FaceMap map = s.faceMap().orElseThrow();
    List<FoundFace> faces = new ArrayList<>(map.faces());
    faces.set(face, handle.moved(faces.get(face), to));
    FaceMap next = map.withFaces(faces);
    bent.set(commit ? Optional.empty() : Optional.of(next));
    if (commit) {
      model.commit(s.withFaceMap(next));
    }
  }
}
