/**
 * What a pass is: its kind, its settings, where it acts and how strongly; and what a kind must
 * answer so that the engine can evaluate it for any rectangle at any level. The kinds themselves
 * live in one sub-package a stage; the register of kinds is {@code carezza.sheet.Kinds}.
 *
 * <p>Coordinates stored in passes are source pixels; sizes are diameters in millimetres of skin.
 */
package carezza.pass;
