package carezza.app;

import javafx.application.Application;

/** Starts the application; not an Application itself, so that the class path suffices. */
public final class Launcher {
  private Launcher() {}

  public static void main(String[] args) {
    Application.launch(CarezzaApp.class, args);
  }
}
