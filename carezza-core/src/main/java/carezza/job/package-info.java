/**
 * What was done on a picture and how long it took: a log kept with its document, the clock that
 * fills it, and the record that is made of it. Days are local dates, times are seconds. No file and
 * no clock of the machine is read here: {@link carezza.job.WorkClock} is given one.
 */
package carezza.job;
