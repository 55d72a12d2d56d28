package carezza.app.card;

import javafx.beans.property.SimpleBooleanProperty;

/** Whether the chosen pass shows what its area is made of. */
final class WhereOpen extends SimpleBooleanProperty {}
