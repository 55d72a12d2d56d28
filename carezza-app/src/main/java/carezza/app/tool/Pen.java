package carezza.app.tool;

/** Something that is put on the picture: a mouse, a pen, a recording of one. */
public interface Pen {
  /** Is told what a pen does, on the interface thread. */
  interface Listener {
    void down(PenSample s);

    void moved(PenSample s);

    void up(PenSample s);
  }

  /** Sends what the pen does from now on to a listener. */
  void sendTo(Listener listener);
}
