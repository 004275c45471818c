"""The Django side: one app per noun of the trade. Apps talk to ``core`` through values, never by handing
it models."""
