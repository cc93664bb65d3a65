/** Agreement, suppression, rules, and the verdict on a contact. */
package app.gemba.core.consent;
