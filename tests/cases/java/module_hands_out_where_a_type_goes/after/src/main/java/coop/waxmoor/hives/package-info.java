/** Hives. */
package coop.waxmoor.hives;
