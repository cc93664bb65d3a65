/** Who is who, and on which number a person is reached. */
package app.gemba.core.people;
