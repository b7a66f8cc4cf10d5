package document

// Learned is something the logbook suggests for this job: what, what it rests on, how
// sure it is, and the change to the job that takes it. Nothing of it is applied by itself.
type Learned struct {
	Key      string         `json:"key" enum:"ease,spares,post,time"`
	Station  string         `json:"station"`
	Text     string         `json:"text"`
	Evidence string         `json:"evidence"`
	Low      string         `json:"low"`
	Likely   string         `json:"likely"`
	High     string         `json:"high"`
	Patch    map[string]any `json:"patch,omitempty"`
}
