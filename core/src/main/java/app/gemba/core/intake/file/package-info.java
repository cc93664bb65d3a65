/**
 * Files as operators are handed them, opened as tables of text: delimited text in several
 * encodings, workbooks, address cards, and what is pasted.
 */
package app.gemba.core.intake.file;
