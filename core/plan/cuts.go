package plan

import (
	"yellow-parcel/core/cutlist"
)

// madeText says why nothing is cut.
const madeText = "The card is made: nothing of it is cut"

// cutPlan is how the batch comes out of the sheets, or why it does not.
func (w *writer) cutPlan() {
	if w.b.Card.Made {
		w.plan.CutPlan = cutlist.Nothing(w.b.Stock.Spare, madeText)
		return
	}
	list := cutlist.Write(w.Say, w.b.Stock, &w.r.Batch, w.whole)
	w.plan.CutPlan = list.Plan
	w.plan.Answers = append(w.plan.Answers, list.Answers...)
	w.plan.Warnings = append(w.plan.Warnings, list.Warnings...)
}
