package carezza.face;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * The face that the 468 points of a mesh belong to, looking straight ahead: vertices in cm, x
 * towards the sitter's left, y up, z to the viewer, and the triangles between them.
 */
final class CanonicalFace {
  private static final List<double[]> VERTICES = new ArrayList<>();
  private static final List<int[]> TRIANGLES = new ArrayList<>();

  static {
    try (InputStream in = CanonicalFace.class.getResourceAsStream("canonical_face.obj");
        BufferedReader lines =
            new BufferedReader(new InputStreamReader(in, StandardCharsets.US_ASCII))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        String[] part = line.trim().split("\\s+");
        if (part[0].equals("v")) {
          VERTICES.add(new double[] {number(part[1]), number(part[2]), number(part[3])});
        } else if (part[0].equals("f")) {
          TRIANGLES.add(new int[] {vertex(part[1]), vertex(part[2]), vertex(part[3])});
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private CanonicalFace() {}

  private static double number(String s) {
    return Double.parseDouble(s);
  }

  private static int vertex(String s) {
    return Integer.parseInt(s.substring(0, s.indexOf('/'))) - 1;
  }

  static double[] vertex(int i) {
    return VERTICES.get(i);
  }

  static int size() {
    return VERTICES.size();
  }

  static List<int[]> triangles() {
    return TRIANGLES;
  }
}
