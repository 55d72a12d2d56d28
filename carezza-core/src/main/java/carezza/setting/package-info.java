/**
 * Settings as kinds of passes declare them: a {@link carezza.setting.Field} is the declaration of
 * one setting (its name, what values it may have, where it starts) and brings everything that is
 * done with a value of its type: the check, the fingerprint, the form in the document, what the
 * journal holds of a change, its part of the schema. {@link carezza.setting.Settings} are the
 * values of one pass. Members of a document that this version does not know are {@link
 * carezza.setting.Extra}.
 *
 * <p>Nothing here knows a pass, a picture or a window; the editor of a field type is the
 * application's.
 */
package carezza.setting;
